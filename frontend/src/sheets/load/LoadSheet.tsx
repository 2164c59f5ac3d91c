/** Load: masses where they sit, two axles against their limits, things stowed, the vehicle on scales. */
import { lazy } from "react";

import { Views } from "../../parts/Views";
import { Masses } from "./Masses";

const VIEWS = [
  { key: "masses", name: "Masses", View: Masses },
  {
    key: "aboard",
    name: "What comes along",
    View: lazy(async () => ({ default: (await import("./Aboard")).Aboard })),
  },
  { key: "stow", name: "Stow", View: lazy(async () => ({ default: (await import("./Stow")).Stow })) },
  {
    key: "weigh",
    name: "Weigh-in",
    View: lazy(async () => ({ default: (await import("./WeighIn")).WeighIn })),
  },
  {
    key: "pressures",
    name: "Pressures and trailer",
    View: lazy(async () => ({ default: (await import("./Pressures")).Pressures })),
  },
  {
    key: "statement",
    name: "Statement",
    View: lazy(async () => ({ default: (await import("./Statement")).Statement })),
  },
] as const;

export function LoadSheet() {
  return <Views sheet="Load" views={VIEWS} />;
}
