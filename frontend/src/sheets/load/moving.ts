/** A mass put elsewhere: how it is named, and what its write is. */
import type { Write } from "../../api/outbox";
import type { MassRow, Sheet } from "../../api/types";
import type { Written } from "../../parts/quantity";

export type PutWhere = { x_mm?: number; y_mm?: number; z_mm?: number; place?: string };

/** What tells one mass from another. */
export const idOf = (row: MassRow) =>
  row.change !== null ? `${row.change} ${row.what}` : (row.path ?? row.label);

type WriteAs = (value: number, key: string, options?: { exact?: boolean }) => Written;

const AXES = ["x_mm", "y_mm", "z_mm"] as const;

/** The writes that put a mass there for good; none where it has no place of its own. */
export function writesOf(row: MassRow, to: PutWhere, sheet: Sheet, write: WriteAs): Write[] {
  const typed = (axis: (typeof AXES)[number]) => write(to[axis] ?? 0, axis, { exact: true }).text;
  const moved = AXES.filter((axis) => to[axis] !== undefined);
  if (row.change !== null) {
    const change = sheet.changes.find(({ id }) => id === row.change);
    if (!change) return [];
    const places = Object.fromEntries(moved.map((axis) => [axis.slice(0, 1), typed(axis)]));
    return [{ do: "edit", change: change.id, version: change.version, to: places }];
  }
  const [family, name] = (row.path ?? "").split(".");
  if (family === "cargo") {
    const thing = sheet.records.cargo.find(({ record }) => record.name === name);
    if (!thing || to.place === undefined) return [];
    return [
      {
        do: "record",
        table: "cargo",
        id: thing.id,
        version: thing.version,
        record: { ...thing.record, place: to.place },
      },
    ];
  }
  const at = family === "aims" ? `aims.${(name ?? "").split("_")[0]}` : `${family}.${name}`;
  return moved
    .filter((axis) => family !== "aims" || axis === "x_mm")
    .map((axis) => {
      const path = family === "aims" ? `${at}_x_mm` : `${at}.${axis}`;
      return {
        do: "note",
        path,
        typed: typed(axis),
        known: "assumed",
        doubt: "",
        note: "put there on the drawing",
        version: sheet.versions[path] ?? null,
      };
    });
}

/** The place that is nearest to where a thing was let go, as the side shows it. */
export function nearestPlace(sheet: Sheet, x: number, z: number): string | undefined {
  const far = (name: string) => {
    const at = (axis: string) => sheet.figures[`places.${name}.${axis}`]?.value;
    const [px, pz] = [at("x_mm"), at("z_mm")];
    return typeof px === "number" ? Math.hypot(px - x, (typeof pz === "number" ? pz : z) - z) : Infinity;
  };
  const names = sheet.records.place.map(({ record }) => record.name).filter((name) => far(name) < Infinity);
  return names.sort((a, b) => far(a) - far(b))[0];
}
