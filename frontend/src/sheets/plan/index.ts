import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Plan",
  path: "plan",
  load: async () => (await import("./PlanSheet")).PlanSheet,
  looks: [],
  strip: { height: 212 },
};
