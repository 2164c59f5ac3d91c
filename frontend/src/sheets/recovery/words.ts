/** What is chosen of a pull, in words. */
import type { PullSheet } from "../../api/types";

/** A pull that is foreseen, with its number and version. */
export type Foreseen = PullSheet["foreseen"][number];
export type PullRecord = Foreseen["record"];

export const GROUNDS = [
  { value: "road", text: "road" },
  { value: "grass", text: "grass" },
  { value: "hard-sand", text: "hard sand" },
  { value: "gravel", text: "gravel" },
  { value: "soft-wet-sand", text: "soft wet sand" },
  { value: "soft-dry-sand", text: "soft dry sand" },
  { value: "shallow-mud", text: "shallow mud" },
  { value: "bog", text: "bog" },
] as const;

export const MIRED = [
  { value: "no", text: "on top of it" },
  { value: "wheels", text: "mired to the wheels" },
  { value: "sills", text: "mired to the sills" },
  { value: "body", text: "mired to the body" },
] as const;

export const ANCHORS = ["tree", "rock", "ground anchor", "vehicle"] as const;
export const anchorWord = (of: (typeof ANCHORS)[number]) =>
  of === "vehicle" ? "vehicle, chocked and braked" : of === "tree" ? "tree, strap round it" : of;

/** How deep it stands in the ground, in loaded radii of its tyres. */
export const DEEP: Record<(typeof MIRED)[number]["value"], number> = {
  no: 0,
  wheels: 0.9,
  sills: 1.3,
  body: 1.7,
};

export const AT_IN_WORDS = {
  rope: "on the rope",
  block: "at the block",
  vehicle: "at the vehicle",
  anchor: "at the anchor",
} as const;
