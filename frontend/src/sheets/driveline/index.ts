import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Driveline",
  path: "driveline",
  load: async () => (await import("./DrivelineSheet")).DrivelineSheet,
  looks: ["driveline"],
  strip: { height: 212, lit: "driveline" },
};
