import { useState } from "react";

import type { FigureSpec, Known, Sheet, Taken } from "../api/types";
import { useBench } from "./bench";

/** Whether something fitted moves or sets a figure, so that it is not now what it was as found. */
export function isOtherwiseNow(sheet: Sheet, spec: FigureSpec): boolean {
  return sheet.set_today.includes(spec.path) || (spec.moves && sheet.changes.some(({ fitted }) => fitted));
}

/**
 * How the vehicle stood when a figure was taken. It matters where something is fitted that moves or sets it: one
 * that is typed anew was measured as it stands, until somebody says otherwise.
 */
export function useTaken(spec: FigureSpec, anew: boolean, known: Known) {
  const { sheet } = useBench();
  const noted = sheet.figures[spec.path];
  const [chosen, set] = useState<Taken>();
  const [day, setOn] = useState<string>();
  const sets = sheet.set_today.includes(spec.path);
  const matters = isOtherwiseNow(sheet, spec);
  const later = noted?.taken ?? (sheet.taken_later.includes(spec.path) ? "as it stood" : "as found");
  const now = known === "measured" || (known === "plate" && sets) ? "as it stood" : "as found";
  const taken: Taken = chosen ?? (noted && !anew ? later : now);
  const on = day ?? (anew ? sheet.today : (noted?.noted_on ?? sheet.today));
  const fields = matters ? { taken, ...(taken === "as it stood" && { on }) } : {};
  return { matters, taken, on, set, setOn, fields };
}
