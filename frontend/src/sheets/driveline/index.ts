import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Driveline",
  path: "driveline",
  load: async () => (await import("./DrivelineSheet")).DrivelineSheet,
  looks: ["driveline"],
  strip: {
    height: 212,
    lit: "driveline",
    shows: ["crawl_ratio", "top_gear_rpm", "front_lift_mm", "rear_lift_mm", "ground_clearance_mm"],
  },
};
