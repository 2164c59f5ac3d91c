import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Rolling",
  path: "rolling",
  load: async () => (await import("./RollingSheet")).RollingSheet,
  looks: ["rolling", "stance.climb"],
  strip: {
    height: 236,
    lit: "driveline",
    shows: [
      "crawl_ratio",
      "crawl_speed_kmh",
      "top_gear_rpm",
      "taller_pct",
      "speedometer_error_pct",
      "ground_clearance_mm",
      "height_mm",
    ],
  },
};
