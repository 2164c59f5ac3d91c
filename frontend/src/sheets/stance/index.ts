import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Stance",
  path: "stance",
  load: async () => (await import("./StanceSheet")).StanceSheet,
  looks: ["stance", "driveline.front_shaft"],
  strip: {
    height: 236,
    lit: "wheels",
    shows: [
      "front_lift_mm",
      "rear_lift_mm",
      "ground_clearance_mm",
      "approach_deg",
      "breakover_deg",
      "departure_deg",
      "height_mm",
    ],
  },
  keys: [
    ["t", "on a crossing: where it is tightest"],
    ["e", "cycling: what happens next on the way"],
  ],
};
