import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Trip",
  path: "trip",
  load: async () => (await import("./TripSheet")).TripSheet,
  looks: [],
  strip: { height: 0 },
};
