import type { SheetEntry } from "../sheet";

export const SHEET: SheetEntry = {
  name: "Survey",
  path: "survey",
  load: async () => (await import("./SurveySheet")).SurveySheet,
  looks: [],
  strip: { height: 0 },
  atNoStage: true,
};
