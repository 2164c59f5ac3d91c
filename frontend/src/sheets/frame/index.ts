import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Frame",
  path: "frame",
  load: async () => (await import("./FrameSheet")).FrameSheet,
  looks: [],
  // The ladder stands on the sheet, from above and from the side.
  strip: { height: 0 },
};
