/** A rig's figures as found: those that were taken as it stood later are taken back. Drawings lift them from there. */
import type { Sheet } from "../api/types";

const seen = new WeakMap<Sheet, Sheet["figures"]>();

export function asFound(sheet: Sheet): Sheet["figures"] {
  const known = seen.get(sheet);
  if (known) return known;
  const figures = { ...sheet.figures };
  for (const [path, value] of Object.entries(sheet.as_found)) {
    const noted = figures[path];
    if (noted) figures[path] = { ...noted, value };
  }
  seen.set(sheet, figures);
  return figures;
}
