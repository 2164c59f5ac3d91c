/** What a sheet brings. Its folder's index says it, and ``all.ts`` finds it there; nothing else names a sheet. */
import type { ComponentType } from "react";

/** The thirteen sheets in the order of the work, in their groups. A digit is its sheet's, built or not: 0 is the tenth. */
export const GROUPS = [
  { name: "what it is", sheets: ["Rig", "Survey", "Measure"] },
  { name: "what it becomes", sheets: ["Plan", "Parts", "Frame"] },
  { name: "what it does", sheets: ["Rolling", "Driveline", "Stance", "Load", "Recovery"] },
  { name: "the work", sheets: ["Work"] },
  { name: "the going", sheets: ["Trip"] },
] as const;

export type SheetName = (typeof GROUPS)[number]["sheets"][number];

export type SheetEntry = {
  /** Its place in the spine and its digit follow from its name. */
  name: SheetName;
  /** Its part of the address. */
  path: string;
  load: () => Promise<ComponentType>;
  /** Areas and results that it looks at: ``rolling``, ``stance.climb``. */
  looks: readonly string[];
  /** The vehicle along the top: how high (0: this sheet has none), what of it is lit, and which headlines stand beside
   * it, by key; left out, those of the whole vehicle. */
  strip: { height: number; lit?: "wheels" | "driveline"; shows?: readonly string[] };
  /** Whether it is the same at every stage. */
  atNoStage?: true;
  /** Whether it has a margin of its own instead of that of the findings. */
  ownMargin?: true;
  /** Keys of its own, for the list of keys. */
  keys?: readonly [key: string, does: string][];
};
