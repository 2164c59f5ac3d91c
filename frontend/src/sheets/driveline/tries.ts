/** What is tried on a shaft before anything is planned. */
export type Trial = { up: number; down: number; longer: number; build: "single" | "double" | null };

/** How far each can be tried, and in what steps. */
export const TRIES = {
  up: { from: -7, to: 7, step: 0.5 },
  down: { from: -30, to: 60, step: 5 },
  longer: { from: -80, to: 80, step: 1 },
};
