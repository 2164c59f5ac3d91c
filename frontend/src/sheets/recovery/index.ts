import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Recovery",
  path: "recovery",
  load: async () => (await import("./RecoverySheet")).RecoverySheet,
  looks: [],
  // The vehicle stands on its slope, on the sheet.
  strip: { height: 0 },
};
