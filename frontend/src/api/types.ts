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
export type Working = Schemas["Working"];
export type Measurement = Schemas["Measurement"];
export type Comparison = Schemas["Comparison"];
export type Question = Schemas["Question"];
type Results = Sheet["here"]["results"];
/** Results by area and name, those that the open sheet looks at. */
export type Areas = { [Area in keyof Results]: Required<Results[Area]> };
/** A record with its number and version, by the name of its type. */
export type Kept<Type extends keyof Sheet["records"]> = Sheet["records"][Type][number];
export type SurveyItem = Schemas["SurveyItem"];
export type Weighing = Schemas["Weighing"];
export type Survey = Schemas["Survey"];
export type Side = Schemas["Side"];
export type Part = Schemas["Part"];
export type Kind = Schemas["KindOut"];
export type RigCard = Schemas["RigCard"];
export type Totals = Schemas["Totals"];
export type Form = Sheet["form"];
export type Known = Figure["known"];
export type Taken = NonNullable<Figure["taken"]>;
export type MassKnown = ChangeLine["mass_known"];
export type Units = "metric" | "inch";
export type Carrier = Schemas["PointOutline"]["on"];
export type ShaftLine = Schemas["ShaftLine"];
export type Tried = Schemas["Tried"];
export type SideBySide = Schemas["SideBySide"];
export type Shaking = Schemas["Shaking"];
export type Size = Schemas["Size"];
export type WheelSet = Schemas["WheelSet"];
export type WheelPlace = Schemas["WheelPlace"];
export type DriveState = Schemas["DriveState"];
export type Crossed = Schemas["Crossed"];
export type Cycle = Schemas["Cycle"];
export type CrossedStance = Schemas["StanceCrossed"];
export type Way = Schemas["Way"];
export type PointAngle = Schemas["PointAngle"];
export type Leaning = Schemas["Leaning"];
