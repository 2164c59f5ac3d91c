import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Work",
  path: "work",
  load: async () => (await import("./WorkSheet")).WorkSheet,
  looks: [],
  // The days are the drawing.
  strip: { height: 0 },
  atNoStage: true,
  ownMargin: true,
  keys: [
    ["arrows", "a job on the tape: held on the day before or after"],
    ["Enter", "a job on the tape: open it"],
  ],
};
