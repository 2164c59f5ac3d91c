/** Writing figures in the units that a person chose. The factors come from the server. */
import type { Catalogue, Units } from "../api/types";

export type Written = { text: string; unit: string };

/** A figure and its unit as one text. */
export const asText = ({ text, unit }: Written) => `${text} ${unit}`.trim();

/** The quantity that a key's ending names: `height_mm` is a length. */
export function quantityOf(key: string, catalogue: Catalogue) {
  if (key.endsWith("ratio")) return catalogue.quantities.find((q) => q.name === "ratio");
  return catalogue.quantities.find((q) => q.suffix !== "" && key.endsWith(q.suffix));
}

/** A number in the core's unit, written for a screen. `exact` writes what an input would take back, `difference` one
 * that is how far two are apart: on a scale with a zero of its own that counts for nothing. */
export function write(
  value: number,
  key: string,
  catalogue: Catalogue,
  units: Units,
  {
    places,
    exact = false,
    difference = false,
  }: { places?: number; exact?: boolean; difference?: boolean } = {},
): Written {
  const quantity = quantityOf(key, catalogue);
  if (!quantity) return { text: trim(value, places ?? 2, exact), unit: "" };
  const preset = catalogue.presets.find((p) => p.name === units);
  const symbol = preset?.symbols[quantity.name] ?? quantity.units[0]?.symbol ?? "";
  const unit = quantity.units.find((u) => u.symbol === symbol) ?? { symbol, factor: 1, zero: 0, places: 2 };
  const size = value / unit.factor + (difference ? 0 : unit.zero);
  const fraction = preset?.fraction;
  if (fraction && unit.symbol === "in" && quantity.name === "length") {
    const ticks = size * fraction;
    if (!exact || Math.abs(ticks - Math.round(ticks)) < 1e-6)
      return { text: onTape(size, fraction), unit: "in" };
  }
  if (exact) return { text: String(Number(size.toPrecision(11))), unit: unit.symbol };
  return { text: trim(size, places ?? unit.places, false), unit: unit.symbol };
}

/** How much of the core's unit one of the shown unit is, for axes whose ticks should be round as shown. */
export function factorOf(key: string, catalogue: Catalogue, units: Units): number {
  const quantity = quantityOf(key, catalogue);
  const symbol = catalogue.presets.find((p) => p.name === units)?.symbols[quantity?.name ?? ""];
  return quantity?.units.find((u) => u.symbol === symbol)?.factor ?? 1;
}

/** Signed, for a difference. */
export function signed(written: Written): Written {
  return written.text.startsWith("−") || Number(written.text) === 0
    ? written
    : { ...written, text: `+${written.text}` };
}

function trim(size: number, places: number, exact: boolean): string {
  if (exact) return String(Number(size.toPrecision(11)));
  const text = size.toFixed(places);
  const plain = Number(text) === 0 ? text.replace("-", "") : text.replace("-", "−");
  const [whole = "", decimals] = plain.split(".");
  const grouped = whole.replace("−", "").length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, "\u202f") : whole;
  return decimals === undefined ? grouped : `${grouped}.${decimals}`;
}

function onTape(size: number, denominator: number): string {
  const ticks = Math.round(Math.abs(size) * denominator);
  const whole = Math.floor(ticks / denominator);
  let top = ticks % denominator;
  let bottom = denominator;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  const text = [whole > 0 || top === 0 ? String(whole) : "", top > 0 ? `${top}/${bottom}` : ""]
    .filter(Boolean)
    .join(" ");
  return size < 0 && ticks > 0 ? `−${text}` : text;
}
