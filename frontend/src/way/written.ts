/** Figures in the units that the server says are shown. */
import type { WayPage } from "../api/types";

type Quantity = "distance" | "volume" | "pressure" | "speed";

/** A whole number with the sign of the trade, not a hyphen. */
export const whole = (value: number) => String(Math.round(value)).replace("-", "−");

/** A value in the core's unit as it is shown, whole, with its unit. */
export function written(page: WayPage, value: number, quantity: Quantity): string {
  const unit = page.shown[quantity];
  return unit ? `${whole(value / unit.factor)} ${unit.symbol}` : whole(value);
}

/** The same without its unit. */
export const bare = (page: WayPage, value: number, quantity: Quantity) =>
  whole(value / (page.shown[quantity]?.factor ?? 1));

export const symbol = (page: WayPage, quantity: Quantity) => page.shown[quantity]?.symbol ?? "";
