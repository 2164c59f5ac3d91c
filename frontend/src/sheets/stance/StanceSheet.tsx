/** Stance: height and what carries it, angles, links, the suspension cycled, ground driven over, and balance. */
import { lazy } from "react";

import { Views } from "../../parts/Views";
import { Heights } from "./Heights";

const VIEWS = [
  { key: "height", name: "Height and springs", View: Heights },
  {
    key: "angles",
    name: "Angles",
    View: lazy(async () => ({ default: (await import("./Angles")).Angles })),
  },
  { key: "links", name: "Links", View: lazy(async () => ({ default: (await import("./Links")).Links })) },
  { key: "arms", name: "Arms", View: lazy(async () => ({ default: (await import("./Arms")).Arms })) },
  {
    key: "cycling",
    name: "Cycling",
    View: lazy(async () => ({ default: (await import("./Cycling")).Cycling })),
  },
  {
    key: "crossing",
    name: "Crossing",
    View: lazy(async () => ({ default: (await import("./Crossing")).Crossing })),
  },
  {
    key: "balance",
    name: "Tip and room above",
    View: lazy(async () => ({ default: (await import("./Balance")).Balance })),
  },
] as const;

export function StanceSheet() {
  return <Views sheet="Stance" views={VIEWS} />;
}
