/** Short names for the types that are generated from the API's description. */
import type { components } from "./schema";

type Schemas = components["schemas"];

export type Sheet = Schemas["Sheet"];
export type ChangeLine = Schemas["ChangeLine"];
export type Figure = Schemas["Figure"];
export type Catalogue = Schemas["Catalogue"];
export type FigureSpec = Schemas["SpecOut"];
export type Preview = Schemas["Preview"];
export type Headline = Schemas["Headline"];
export type Finding = Schemas["Finding"];
export type Settle = Schemas["Settle"];
export type Outline = Schemas["Outline"];
export type WheelOutline = Schemas["WheelOutline"];
export type Readiness = Schemas["Readiness"];
export type History = Schemas["History"];
export type Problem = Schemas["Problem"];
export type GearTable = Schemas["GearTable"];
export type Waits = Schemas["Waits"];
export type Form = Sheet["form"];
export type Known = Figure["known"];
export type Units = "metric" | "inch";
export type Carrier = Schemas["PointOutline"]["on"];
