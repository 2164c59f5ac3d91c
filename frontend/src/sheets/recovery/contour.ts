/** The field of a climb as lines and areas of a drawing: between its corners it runs straight. */
import type { HeatField } from "../../api/types";

const PARTS = 5;
type Small = { from: Point; to: Point; left: number };

/** What is left to the limit in small pieces of the cells, between whose corners it runs straight. */
export function finer({ slopes_pct: xs, speeds_kmh: ys, cells, limit_c }: HeatField): Small[] {
  const pieces: Small[] = [];
  const value = (i: number, j: number) => cells[j]?.[i]?.coolant_c ?? 0;
  for (let j = 0; j + 1 < ys.length; j++)
    for (let i = 0; i + 1 < xs.length; i++)
      for (let b = 0; b < PARTS; b++)
        for (let a = 0; a < PARTS; a++) {
          const [s, t] = [(a + 0.5) / PARTS, (b + 0.5) / PARTS];
          const low = value(i, j) * (1 - s) + value(i + 1, j) * s;
          const high = value(i, j + 1) * (1 - s) + value(i + 1, j + 1) * s;
          const mix = (all: number[], at: number, share: number) =>
            (all[at] ?? 0) + share * ((all[at + 1] ?? 0) - (all[at] ?? 0));
          pieces.push({
            from: [mix(xs, i, a / PARTS), mix(ys, j, b / PARTS)],
            to: [mix(xs, i, (a + 1) / PARTS), mix(ys, j, (b + 1) / PARTS)],
            left: limit_c - (low * (1 - t) + high * t),
          });
        }
  return pieces;
}

type Scale = (value: number) => number;

/** One path over all pieces of which that holds. */
export function areaOf(pieces: Small[], x: Scale, y: Scale, holds: (left: number) => boolean): string {
  return pieces
    .filter(({ left }) => holds(left))
    .map(({ from, to }) => {
      const [x0, y0, x1, y1] = [x(from[0]), y(from[1]), x(to[0]) + 0.4, y(to[1]) - 0.4];
      return `M${x0.toFixed(1)} ${y0.toFixed(1)}H${x1.toFixed(1)}V${y1.toFixed(1)}H${x0.toFixed(1)}Z`;
    })
    .join("");
}

type Point = [number, number];

/** The line along which the coolant is as hot as `at`, as pieces between the cells: marching squares. */
export function contour({ slopes_pct: xs, speeds_kmh: ys, cells }: HeatField, at: number): [Point, Point][] {
  const pieces: [Point, Point][] = [];
  const value = (i: number, j: number) => cells[j]?.[i]?.coolant_c ?? 0;
  for (let j = 0; j + 1 < ys.length; j++) {
    for (let i = 0; i + 1 < xs.length; i++) {
      const corners = [
        [i, j],
        [i + 1, j],
        [i + 1, j + 1],
        [i, j + 1],
      ] as const;
      const crossings = corners.flatMap(([ci, cj], n): Point[] => {
        const [di, dj] = corners[(n + 1) % 4] ?? [ci, cj];
        const [a, b] = [value(ci, cj), value(di, dj)];
        if (a < at === b < at) return [];
        const t = (at - a) / (b - a);
        const mix = (from = 0, to = 0) => from + t * (to - from);
        return [[mix(xs[ci], xs[di]), mix(ys[cj], ys[dj])]];
      });
      if (crossings[0] && crossings[1]) pieces.push([crossings[0], crossings[1]]);
    }
  }
  return pieces;
}
