/** Frame: the ladder with what is off ten times enlarged, pieces with their templates, first looks at strength, room. */
import { lazy } from "react";

import { Views } from "../../parts/Views";
import { Datum } from "./Datum";

const VIEWS = [
  { key: "datum", name: "datum", View: Datum },
  { key: "cut", name: "cut", View: lazy(async () => ({ default: (await import("./Cut")).Cut })) },
  {
    key: "strength",
    name: "strength",
    View: lazy(async () => ({ default: (await import("./Strength")).Strength })),
  },
  { key: "room", name: "room", View: lazy(async () => ({ default: (await import("./Room")).Room })) },
] as const;

export function FrameSheet() {
  return <Views sheet="Frame" views={VIEWS} />;
}
