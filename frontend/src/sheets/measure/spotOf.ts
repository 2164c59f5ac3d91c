/** Where on the drawing a figure is taken, as its area says. */
import type { FigureSpec, Sheet } from "../../api/types";
import type { Silhouette, Spot } from "../../rig/silhouette";
import { asFound } from "../../parts/asFound";

export function spotOf(spec: FigureSpec, body: Silhouette, sheet: Sheet): Spot {
  const { along, up, of, beyond, own } = spec.spot;
  const radius = sheet.outlines.found.front?.static_radius_mm ?? body.sill;
  const height = up * { radius, sill: body.sill, height: body.height }[of];
  if (own) {
    const at = (key: string) => {
      const value = asFound(sheet)[`${spec.path.slice(0, spec.path.lastIndexOf("."))}.${key}`]?.value;
      return typeof value === "number" ? value : undefined;
    };
    return own === "wheel"
      ? [at("x_mm") ?? 0, radius + (at("z_mm") ?? 0)]
      : [at("x_mm") ?? 0, at("z_mm") ?? height];
  }
  if (beyond === "front") return [-body.front, height];
  if (beyond === "rear") return [body.wheelbase + body.rear, height];
  return [along * body.wheelbase, height];
}
