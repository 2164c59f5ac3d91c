import type { Catalogue, FigureSpec } from "../api/types";

/** The specification of a figure; one of what a builder names has its own by its last part. */
export function specOf(catalogue: Catalogue, path: string): FigureSpec | undefined {
  const own = catalogue.figures.find((spec) => spec.path === path);
  if (own) return own;
  const [family = "", name, key] = path.split(".");
  const named = catalogue.named[family]?.find((spec) => spec.path === key);
  return named && { ...named, path, label: `${name}, ${named.label}` };
}
