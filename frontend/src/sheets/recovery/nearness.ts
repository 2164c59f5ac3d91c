/** How near a part is to what it may carry. */
export type Nearness = "easy" | "near" | "over" | "unknown";

/** Under two thirds it is easy on the part. */
const EASY = 2 / 3;

export function nearness(carries: number, allowed: number | null): Nearness {
  if (allowed === null) return "unknown";
  if (carries > allowed * (1 + 1e-9)) return "over";
  return carries > allowed * EASY ? "near" : "easy";
}

export const NEAR_IN_WORDS: Record<Nearness, string> = {
  easy: "within two thirds of what it may carry",
  near: "near what it may carry",
  over: "more than it may carry",
  unknown: "nobody knows what it may carry",
};
