/** Figures in the units that the server says are shown. */
import type { WayPage } from "../api/types";

type Quantity = "distance" | "volume" | "pressure" | "speed";

/** A value in the core's unit as it is shown, whole, with its unit. */
export function written(page: WayPage, value: number, quantity: Quantity): string {
  const unit = page.shown[quantity];
  return unit ? `${Math.round(value / unit.factor)} ${unit.symbol}` : String(Math.round(value));
}

/** The same without its unit. */
export const bare = (page: WayPage, value: number, quantity: Quantity) =>
  String(Math.round(value / (page.shown[quantity]?.factor ?? 1)));

export const symbol = (page: WayPage, quantity: Quantity) => page.shown[quantity]?.symbol ?? "";
