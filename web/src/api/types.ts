import type { components } from "./generated";

type Schemas = components["schemas"];

export type Hive = Schemas["Hive"];
export type Report = Schemas["Report"];
/** What is asked of which study. */
export type Asks = Record<string, Partial<Schemas["Asked"]>>;
export type Edit = Schemas["EditIn"]["edit"];
export type EditOut = Schemas["EditOut"];
export type PatchOps = EditOut["patch"];
export type Metric = Schemas["Metric"];
export type Working = Schemas["Working"];
export type Finding = Schemas["Finding"];
export type Mend = Schemas["Mend"];
export type Text = Schemas["Text"];
export type Quantity = Schemas["Quantity"];
export type Drawing = Schemas["Drawing"];
export type Chart = Schemas["Chart"];
export type Axis = Schemas["Axis"];
export type Shape = Drawing["shapes"][number];
export type Dimension = Schemas["Dimension"];
export type AngleMark = Schemas["AngleMark"];
export type Handle = Schemas["Handle"];
export type FieldGroup = Schemas["FieldGroup"];
export type Action = Schemas["Action"];
export type FormField = FieldGroup["fields"][number];
export type SizeField = Schemas["SizeField"];
export type ChoiceField = Schemas["ChoiceField"];
export type DesignOut = Schemas["DesignOut"];
export type BegunOut = Schemas["BegunOut"];
export type Card = Schemas["Card"];
export type RevisionOut = Schemas["RevisionOut"];
export type Refusal = Schemas["Refusal"];
export type ConflictOut = Schemas["ConflictOut"];
export type Me = Schemas["Me"];
export type Ranking = Schemas["Ranking"];
export type WeatherIn = Schemas["WeatherIn"];
export type StudiesOut = Schemas["StudiesOut"];
export type Chapters = StudiesOut["chapters"];
export type Chapter = Schemas["Chapter"];
export type Table = Chapter["tables"][number];
export type Line = Table["lines"][number];
export type Cell = Line["cells"][number];
export type Job = Schemas["JobOut"];
export type Matrix = Schemas["Matrix"];
export type Brief = Schemas["BriefOut"];
export type TypedBoard = Schemas["TypedBoard"];
export type HiveSystem = Hive["system"];
/** What lengths are read in: millimetres, or inches to a sixteenth or a thirty-second. */
export type Units = "mm" | "in" | "in32";
/** What a bare number typed means. */
export type System = "mm" | "in";
