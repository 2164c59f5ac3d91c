/** Millimetres on the vehicle to pixels on the drawing. */
import { scaleLinear } from "d3-scale";

import type { Silhouette, Spot } from "./silhouette";

export type Frame = {
  width: number;
  height: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
  /** Pixels to a millimetre. */
  k: number;
  path: (spots: Spot[], lift?: (x: number) => number, closed?: boolean) => string;
};

/** The largest scale at which the vehicle and `above` mm over it fit between the margins (pixels). */
export function frame(
  body: Silhouette,
  width: number,
  height: number,
  margin: { left: number; right: number; top: number; bottom: number },
  above: number,
): Frame {
  const length = body.front + body.wheelbase + body.rear;
  const room = { x: width - margin.left - margin.right, y: height - margin.top - margin.bottom };
  const k = Math.max(0.01, Math.min(room.x / length, room.y / (body.height + above)));
  const left = margin.left + (room.x - length * k) / 2;
  const x = scaleLinear([-body.front, body.wheelbase + body.rear], [left, left + length * k]);
  const y = scaleLinear([0, 1], [height - margin.bottom, height - margin.bottom - k]);
  return framed(x, y, k, width, height);
}

/** A frame of scales that are given: where a drawing shows a part of the vehicle. */
export function framed(x: Frame["x"], y: Frame["y"], k: number, width: number, height: number): Frame {
  return {
    width,
    height,
    x,
    y,
    k,
    path: (spots, lift = () => 0, closed = true) =>
      spots
        .map(([sx, sz], i) => `${i ? "L" : "M"}${x(sx).toFixed(1)} ${y(sz + lift(sx)).toFixed(1)}`)
        .join("") + (closed ? "Z" : ""),
  };
}
