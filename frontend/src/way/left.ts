/**
 * What is in the tank by the legs that are behind and by what was filled since. The server says what each leg takes;
 * without one, sums are all that is done here.
 */
import type { WayPage } from "../api/types";
import type { Noted } from "./kept";

export type Along = { behind: boolean; left_l: number | null };
type Filled = { full: boolean; litres: number };

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
  const holds = page.fuel_holds_l;
  let left = holds;
  return page.legs.map((leg) => {
    const last = entries.findLast((each) => each.kind === "leg" && each.leg === leg.id);
    const behind = last ? !last.undo : leg.driven_on !== null;
    if (leg.fills_fuel) left = holds;
    if (left !== null) left = leg.fuel_used_l === null ? null : left - leg.fuel_used_l;
    return { behind, left_l: left };
  });
}

/** What is in the tank now; null: nobody can say. */
export function inTank(page: WayPage, entries: readonly Noted[]): number | null {
  const holds = page.fuel_holds_l;
  const legs = along(page, entries);
  const at = legs.findLastIndex(({ behind }) => behind);
  let left = at < 0 ? holds : (legs[at]?.left_l ?? null);
  if (holds === null || left === null) return null;
  for (const { full, litres: in_it } of filledSince(page, entries, at)) left = full ? holds : left + in_it;
  return Math.min(left, holds);
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
      litres: litres(each.litres ?? "", each.units ?? "metric") ?? 0,
    }));
  return [...kept, ...here];
}
