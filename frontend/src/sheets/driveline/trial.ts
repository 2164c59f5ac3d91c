/** What is tried on a shaft before anything is planned. */
export type Trial = {
  pinion_up_deg: number;
  case_down_mm: number;
  longer_mm: number;
  build: "single" | "double" | null;
};

export const NOTHING: Trial = { pinion_up_deg: 0, case_down_mm: 0, longer_mm: 0, build: null };
