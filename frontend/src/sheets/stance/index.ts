import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Stance",
  path: "stance",
  load: async () => (await import("./StanceSheet")).StanceSheet,
  looks: ["stance", "driveline.front_shaft"],
  strip: { height: 236, lit: "wheels" },
  keys: [
    ["t", "on a crossing: where it is tightest"],
    ["e", "cycling: what happens next on the way"],
  ],
};
