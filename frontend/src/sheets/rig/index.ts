import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Rig",
  path: "rig",
  load: async () => (await import("./RigSheet")).RigSheet,
  looks: [],
  strip: { height: 300 },
};
