/** Stages of work in their order, and where on a vehicle it is: the words of the server. */
import type { WorkJob } from "../../api/types";

export const STAGES: readonly WorkJob["stage"][] = [
  "baseline",
  "strip",
  "mock-up",
  "weld",
  "clean",
  "coat",
  "assemble",
  "wire",
  "trim",
  "fill",
  "load-on-wheels",
  "align",
  "prove",
];

export const AREAS: readonly WorkJob["area"][] = [
  "front-axle",
  "rear-axle",
  "wheels",
  "brakes",
  "steering",
  "driveline",
  "engine",
  "fuel",
  "frame",
  "body",
  "cabin",
  "electrics",
  "whole",
];
