import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Parts",
  path: "parts",
  load: async () => (await import("./PartsSheet")).PartsSheet,
  looks: ["driveline.mating"],
  strip: { height: 0 },
};
