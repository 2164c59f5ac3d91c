/** Recovery: a vehicle on a slope with the forces where they act, circuits from battery to consumer, climbs on which it
 * may boil. */
import { lazy } from "react";

import { Views } from "../../parts/Views";
import { Pull } from "./Pull";

const VIEWS = [
  { key: "pull", name: "pull", View: Pull },
  { key: "power", name: "power", View: lazy(async () => ({ default: (await import("./Power")).Power })) },
  { key: "heat", name: "heat", View: lazy(async () => ({ default: (await import("./Heat")).Heat })) },
] as const;

export function RecoverySheet() {
  return <Views sheet="Recovery" views={VIEWS} />;
}
