/** What is typed of each sort of piece: the keys of its calculation, how they are called, and what stays as usual. */
import type { PieceSort } from "../../api/types";
import type { Given } from "./useFrame";

export type PieceField = {
  key: string;
  label: string;
  example: string;
  /** Several numbers, with semicolons between them. */
  list?: true;
  /** One of these words. */
  of?: readonly string[];
  /** Yes or no. */
  yes?: true;
};

const f = (key: string, label: string, example: string, more: Partial<PieceField> = {}): PieceField => ({
  key,
  label,
  example,
  ...more,
});

export const SORTS: readonly { value: PieceSort; text: string }[] = [
  { value: "plate", text: "plate" },
  { value: "cope", text: "tube coped onto a tube" },
  { value: "tube-bend", text: "tube, bent" },
  { value: "bend", text: "sheet, folded" },
  { value: "pie-cut", text: "rail, pie cut" },
  { value: "patch", text: "patch over rust" },
];

export const FIELDS: Record<PieceSort, readonly PieceField[]> = {
  plate: [
    f("thickness_mm", "thickness", "8"),
    f("material", "material", "steel", { of: ["steel", "stainless", "aluminium"] }),
  ],
  cope: [
    f("od_mm", "this tube, outside", "42.4"),
    f("wall_mm", "its wall", "2.6"),
    f("onto_od_mm", "sits on, outside", "48.3"),
    f("angle_deg", "angle between them", "90"),
    f("offset_mm", "off the middle", "0"),
  ],
  "tube-bend": [
    f("radius_mm", "die, centre line", "150"),
    f("legs_mm", "legs", "400; 900; 400", { list: true }),
    f("bends_deg", "bends", "90; 90", { list: true }),
    f("springback_pct", "springs back, %", "4"),
    f("od_mm", "tube, outside", "42.4"),
    f("turns_deg", "rolled before each", "0; 90", { list: true }),
  ],
  bend: [
    f("thickness_mm", "thickness", "2"),
    f("inside_radius_mm", "inside radius", "2.5"),
    f("legs_mm", "legs, outside", "40; 60; 40", { list: true }),
    f("bends_deg", "bends", "90; 90", { list: true }),
    f("k_factor", "k", "0.44"),
  ],
  "pie-cut": [
    f("height_mm", "section, height", "120"),
    f("angle_deg", "bent by", "8"),
    f("rise_mm", "or: rise", "110"),
    f("reach_mm", "over", "900"),
    f("cuts", "cuts", "1"),
    f("kerf_mm", "blade takes", "1.5"),
  ],
  patch: [
    f("width_mm", "rust, width", "120"),
    f("height_mm", "rust, height", "60"),
    f("margin_mm", "sound metal round it", "25"),
    f("tack_spacing_mm", "tacks apart", "30"),
    f("lapped", "lapped into a flange", "", { yes: true }),
    f("flange_mm", "flange", "12"),
  ],
};

/** What a new piece of a sort begins with: something that can be cut. */
export const BEGINS: Record<PieceSort, Given> = {
  plate: {
    outline_mm: [
      [0, 0],
      [160, 0],
      [160, 90],
      [0, 90],
    ],
    holes: [],
    thickness_mm: 8,
    material: "steel",
  },
  cope: { od_mm: 42.4, wall_mm: 2.6, onto_od_mm: 48.3, angle_deg: 90 },
  "tube-bend": { radius_mm: 150, legs_mm: [400, 900, 400], bends_deg: [90, 90] },
  bend: { thickness_mm: 2, inside_radius_mm: 2.5, legs_mm: [40, 60, 40], bends_deg: [90, 90] },
  "pie-cut": { height_mm: 120, angle_deg: 8 },
  patch: { width_mm: 120, height_mm: 60 },
};

/** What stands in a field as text, in the units that are shown. */
export function asTyped(value: unknown, key: string, exact: (value: number, key: string) => string): string {
  if (value === null || value === undefined) return "";
  if (Array.isArray(value)) return value.map((each) => asTyped(each, key, exact)).join("; ");
  return typeof value === "number" ? exact(value, key) : String(value);
}

/** What was typed, as the server reads it: numbers stay words with their unit, lists are taken apart. */
export function fromTyped({ key, list }: PieceField, text: string): unknown {
  const plain = text.trim();
  if (plain === "") return null;
  if (list)
    return plain
      .split(";")
      .map((each) => each.trim())
      .filter(Boolean);
  return key === "material" ? plain.toLowerCase() : plain;
}
