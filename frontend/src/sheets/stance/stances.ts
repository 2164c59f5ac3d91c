/** The stances that are looked at beside one another. */
export const STANCES = ["found", "today", "here", "loaded"] as const;
export type Stance = (typeof STANCES)[number];

/** What each is called: the stage of the mark has its own name. */
export const stanceInWords = (stance: Stance, stage: string) =>
  stance === "found"
    ? "as found"
    : stance === "here"
      ? stage
      : stance === "loaded"
        ? `${stage}, loaded`
        : "today";
