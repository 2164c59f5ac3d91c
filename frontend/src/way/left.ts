/**
 * What is in the tank by the legs that are behind and by what was filled since. What the plan leaves in it at the end
 * of each leg the server says; what was filled is added here.
 */
import type { WayPage } from "../api/types";
import type { Noted } from "./kept";

export type Along = { behind: boolean; left_l: number | null };
/** What is in the tank; null: nobody can say. `unread` are fills that only the server can read, and not in it. */
export type InTank = { litres: number | null; unread: number };
type Filled = { full: boolean; litres: number | undefined };

const L_PER_QT = 0.946352946;

/** Litres as typed; undefined where only the server can read it. */
function litres(typed: string, units: string): number | undefined {
  const [, number, unit] = /^\s*([\d.,]+)\s*([a-z]*)\s*$/i.exec(typed) ?? [];
  const value = Number((number ?? "").replace(",", "."));
  if (!number || !Number.isFinite(value)) return undefined;
  const of = unit?.toLowerCase() || (units === "inch" ? "qt" : "l");
  return of === "l" ? value : of === "qt" ? value * L_PER_QT : undefined;
}

/** Of each leg whether it is behind, and by the plan what is left in the tank at its end; null: nobody can say. */
export function along(page: WayPage, entries: readonly Noted[]): Along[] {
  return page.legs.map((leg) => {
    const last = entries.findLast((each) => each.kind === "leg" && each.leg === leg.id);
    return { behind: last ? !last.undo : leg.driven_on !== null, left_l: leg.fuel_left_l };
  });
}

/** What is in the tank now: at first what it leaves with, then what the last leg behind leaves, and what was filled. */
export function inTank(page: WayPage, entries: readonly Noted[]): InTank {
  const holds = page.fuel_holds_l;
  const at = along(page, entries).findLastIndex(({ behind }) => behind);
  const begins = at < 0 ? page.legs[0]?.fuel_start_l : page.legs[at]?.fuel_left_l;
  if (holds === null || begins == null) return { litres: null, unread: 0 };
  let [left, unread] = [begins, 0];
  for (const { full, litres: in_it } of filledSince(page, entries, at)) {
    if (full) [left, unread] = [holds, 0];
    else if (in_it === undefined) unread += 1;
    else left += in_it;
  }
  return { litres: Math.min(left, holds), unread };
}

/** What was filled since the last leg that is behind, the oldest first. */
function filledSince(page: WayPage, entries: readonly Noted[], at: number): Filled[] {
  if (at < 0) return [];
  const leg = page.legs[at];
  const ticked = entries.findLastIndex((each) => each.kind === "leg" && each.leg === leg?.id);
  const on = entries[ticked]?.on ?? leg?.driven_on ?? "";
  const kept = page.fills.filter((fill) => fill.on > on);
  const here = entries
    .slice(ticked + 1)
    .filter((each) => each.kind === "fill" && (ticked >= 0 || each.on >= on))
    .map((each) => ({
      full: each.full ?? true,
      litres: litres(each.litres ?? "", each.units ?? "metric"),
    }));
  return [...kept, ...here];
}
