/** What is driven on: what it is called, and the stroke by which it is told apart without colour. */
import type { Surface } from "../../api/types";
import type { GoesBy } from "./goesBy";

export const SURFACES: readonly { key: Surface; word: string; dashes: string }[] = [
  { key: "road", word: "road", dashes: "" },
  { key: "gravel", word: "gravel", dashes: "2 3" },
  { key: "track", word: "track", dashes: "9 4" },
  { key: "sand", word: "sand", dashes: "1 5" },
  { key: "low", word: "low range", dashes: "14 4 2 4" },
  { key: "snow", word: "snow", dashes: "5 5" },
  { key: "mud", word: "mud", dashes: "3 7" },
];

/** What is filled at the beginning of a leg: "fuel and water", or nothing. */
export const fillWords = (goesBy: GoesBy, fills: boolean | undefined, water: boolean | undefined) =>
  [fills && goesBy, water && "water"].filter(Boolean).join(" and ");

export const surfaceWord = (surface: Surface) => SURFACES.find(({ key }) => key === surface)?.word ?? surface;
