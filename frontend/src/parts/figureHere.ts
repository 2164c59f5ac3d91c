/** A figure as it is at the stage that is looked at: as a change has set it, else as noted; none where one removed it. */
import type { Sheet } from "../api/types";

export function figureHere(sheet: Sheet, path: string) {
  const set = sheet.here.changed[path];
  return set ? (set.figure ?? undefined) : sheet.figures[path];
}
