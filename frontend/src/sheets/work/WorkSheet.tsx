/** The work: days as a tape with the jobs laid on it, the job at hand, the shop. */
import { Views } from "../../parts/Views";
import { Card } from "./Card";
import { Days } from "./Days";
import { Log } from "./Log";
import { Money } from "./Money";
import { OffAndBack } from "./OffAndBack";
import { Prove } from "./Prove";
import { ShopView } from "./ShopView";
import { Today } from "./Today";

export function WorkSheet() {
  return (
    <Views
      sheet="Work"
      atNoStage
      views={[
        { key: "days", name: "days", View: Days },
        { key: "today", name: "today", View: Today },
        { key: "card", name: "cards", View: Card },
        { key: "off", name: "off and back", View: OffAndBack },
        { key: "log", name: "log", View: Log },
        { key: "prove", name: "prove it", View: Prove },
        { key: "money", name: "money", View: Money },
        { key: "shop", name: "the shop", View: ShopView },
      ]}
    />
  );
}
