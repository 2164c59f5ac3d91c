/** Where an axle is on its way, and what stands there of all that was worked out for it. */
import type { Cycle } from "../../api/types";

export const MODES = ["both axles", "crossed", "front axle", "rear axle"] as const;
export type Mode = (typeof MODES)[number];
export type Ends = { front: Cycle | null; rear: Cycle | null };

/** How far each wheel of an axle stands above its ride height, in mm. */
export type Up = { end: "front" | "rear"; left: number; right: number };

/** How far the left wheel of an axle goes, of its whole way, where what moves goes so far. */
export function moved(mode: Mode, end: "front" | "rear", travel: number): number {
  if (mode === `${end === "front" ? "rear" : "front"} axle`) return 0;
  return mode === "crossed" && end === "rear" ? -travel : travel;
}

export const upOf = (cycle: Cycle | null, share: number) =>
  !cycle ? 0 : share >= 0 ? share * (cycle.ups_mm.at(-1) ?? 0) : -share * (cycle.ups_mm[0] ?? 0);

export const steerOf = (cycle: Cycle | null, share: number) =>
  !cycle ? 0 : share >= 0 ? share * (cycle.locks_deg.at(-1) ?? 0) : -share * (cycle.locks_deg[0] ?? 0);

/** What touches, or has nothing left, at one place of an axle's way. */
export function touchingAt(cycle: Cycle | null, travel: number, lock: number): string[] {
  if (!cycle) return [];
  const up = upOf(cycle, travel);
  const steer = cycle.end === "front" ? steerOf(cycle, lock) : 0;
  const shock = valueAt(cycle.shock_left_mm, cycle, up);
  const half = valueAt(cycle.half_shaft_deg, cycle, up) ?? 0;
  const most = cycle.half_shaft_limit_deg ?? Infinity;
  return [
    ...cycle.rooms.filter((room) => gapAt(cycle, room, up, steer) <= 0).map(({ name }) => `${name} touches`),
    ...cycle.lines
      .filter((line) => (leftAt(cycle, line, up) ?? 1) <= 0)
      .map(({ name }) => `${cycle.end} ${name} is too short`),
    ...(half > most ? [`half shaft bends beyond ${Math.round(most)}°`] : []),
    ...(shock && shock.closing_mm <= 0 ? [`${cycle.end} shock closes`] : []),
    ...(shock && shock.opening_mm <= 0 ? [`${cycle.end} shock opens fully`] : []),
  ];
}

const nearest = (values: number[], to: number) =>
  values.reduce(
    (best, value, i) => (Math.abs(value - to) < Math.abs((values[best] ?? Infinity) - to) ? i : best),
    0,
  );

/** The row of a list that stands by the axle's positions. */
const rowOf = (cycle: Cycle, up: number) => nearest(cycle.ups_mm, up);

export function gapAt(cycle: Cycle, room: Cycle["rooms"][number], up: number, steer: number): number {
  return room.gaps_mm[rowOf(cycle, up)]?.[nearest(cycle.locks_deg, steer)] ?? Infinity;
}

/** What a line keeps at a place; one measured at full droop alone is known there alone. */
export function leftAt(cycle: Cycle, line: Cycle["lines"][number], up: number): number | undefined {
  return line.frame || rowOf(cycle, up) === 0 ? valueAt(line.left_mm, cycle, up) : undefined;
}

export function valueAt<T>(list: T[] | null, cycle: Cycle, up: number): T | undefined {
  return list?.[rowOf(cycle, up)];
}
