/** The work: days as a tape with the jobs laid on it, the job at hand, the shop. */
import { Views } from "../../parts/Views";
import { Days } from "./Days";
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
        { key: "shop", name: "the shop", View: ShopView },
      ]}
    />
  );
}
