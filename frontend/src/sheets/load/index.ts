import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Load",
  path: "load",
  load: async () => (await import("./LoadSheet")).LoadSheet,
  looks: ["load", "rolling.pressures", "stance.tip", "stance.sag"],
  // The masses are drawn on the vehicle itself, on the sheet.
  strip: { height: 0 },
  keys: [["arrows", "a mass that is chosen: forward, back, up, down"]],
};
