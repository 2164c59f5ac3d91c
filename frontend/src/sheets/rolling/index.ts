import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Rolling",
  path: "rolling",
  load: async () => (await import("./RollingSheet")).RollingSheet,
  looks: ["rolling", "stance.climb"],
  strip: { height: 236, lit: "driveline" },
};
