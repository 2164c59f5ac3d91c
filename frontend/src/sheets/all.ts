/** The sheets that are built, as their folders bring them, in the order of the spine. */
import { GROUPS, type SheetEntry } from "./sheet";

const found = import.meta.glob<SheetEntry>("./*/index.{ts,tsx}", { eager: true, import: "SHEET" });
const ORDER: readonly string[] = GROUPS.flatMap(({ sheets }) => sheets);

export const SHEETS = Object.values(found).sort((a, b) => ORDER.indexOf(a.name) - ORDER.indexOf(b.name));

/** The digit that goes to a sheet; the last three of the thirteen have none. */
export function digitOf({ name }: SheetEntry): string | undefined {
  const place = ORDER.indexOf(name) + 1;
  return place <= 10 ? String(place % 10) : undefined;
}

/** The sheet that somebody names, in whatever case. */
export function sheetNamed(text: string): SheetEntry | undefined {
  return SHEETS.find(({ name }) => name.toLowerCase() === text.trim().toLowerCase());
}
