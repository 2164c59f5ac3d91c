import type { WheelOutline } from "../api/types";

/** A tyre stands on the ground with its loaded radius: flattened where it meets it. `k` is pixels to a millimetre. */
export function tyrePath(wheel: WheelOutline, k: number, x: number, ground: number): string {
  const r = wheel.radius_mm * k;
  const half = Math.sqrt(Math.max(0, wheel.radius_mm ** 2 - wheel.static_radius_mm ** 2)) * k;
  return `M${x - half} ${ground}A${r} ${r} 0 1 1 ${x + half} ${ground}Z`;
}
