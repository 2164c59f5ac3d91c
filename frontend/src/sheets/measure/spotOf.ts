/** Where on the drawing a figure is taken. */
import type { Sheet } from "../../api/types";
import type { Silhouette, Spot } from "../../rig/silhouette";
import { asFound } from "../../parts/asFound";

export function spotOf(path: string, body: Silhouette, sheet: Sheet): Spot {
  const [family = "", name = "", key = ""] = path.split(".");
  const number = (at: string) => {
    const value = asFound(sheet)[at]?.value;
    return typeof value === "number" ? value : undefined;
  };
  const radius = sheet.outlines.found.front?.static_radius_mm ?? body.sill;
  const axle = (text: string): number => (/rear|spare/.test(text) ? body.wheelbase : 0);
  if (family === "points" || family === "parts")
    return [number(`${family}.${name}.x_mm`) ?? 0, number(`${family}.${name}.z_mm`) ?? body.sill];
  if (family === "gaps")
    return [number(`${family}.${name}.x_mm`) ?? 0, radius + (number(`${family}.${name}.z_mm`) ?? 0)];
  if (family === "wheels") return [axle(name), radius];
  if (/_(axle|suspension|shaft|lines)$/.test(family)) return [axle(family), radius];
  if (family === "steering" || family === "half_shafts") return [0, radius];
  if (family === "speedometer" || family === "odometer") return [body.wheelbase * 0.3, body.height * 0.5];
  if (family === "transfer" || family === "gearbox") return [body.wheelbase * 0.46, body.sill];
  if (family === "engine") return [0, body.sill * 1.6];
  const spots: Record<string, Spot> = {
    wheelbase_mm: [body.wheelbase / 2, radius],
    front_overhang_mm: [-body.front, body.sill],
    rear_overhang_mm: [body.wheelbase + body.rear, body.sill],
    height_mm: [body.wheelbase * 0.6, body.height],
    cg_height_mm: [body.wheelbase * 0.48, body.height * 0.4],
  };
  return spots[name] ?? [axle(name || key), /ride/.test(name) ? radius * 1.9 : radius];
}
