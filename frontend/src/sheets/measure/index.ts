import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Measure",
  path: "measure",
  load: async () => (await import("./MeasureSheet")).MeasureSheet,
  looks: [],
  strip: { height: 0 },
};
