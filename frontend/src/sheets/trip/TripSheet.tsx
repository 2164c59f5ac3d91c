/** The trip: the last look before leaving, and the first on coming back. */
import { Views } from "../../parts/Views";
import { Answer } from "./Answer";
import { Evening } from "./Evening";
import { Home } from "./Home";
import { Legs } from "./Legs";
import { Papers } from "./Papers";
import { Take } from "./Take";

export function TripSheet() {
  return (
    <Views
      sheet="Trip"
      views={[
        { key: "answer", name: "go or not", View: Answer },
        { key: "legs", name: "legs", View: Legs },
        { key: "take", name: "what to take", View: Take },
        { key: "evening", name: "the evening before", View: Evening },
        { key: "papers", name: "papers and people", View: Papers },
        { key: "home", name: "before and after", View: Home },
      ]}
    />
  );
}
