import type { components } from "./generated";

type Schemas = components["schemas"];

export type Hive = Schemas["Hive"];
export type Report = Schemas["Report"];
export type ReportPart = Schemas["EditIn"]["parts"][number];
export type Edit = Schemas["EditIn"]["edit"];
export type EditOut = Schemas["EditOut"];
export type PatchOps = EditOut["patch"];
export type Metric = Schemas["Metric"];
export type Finding = Schemas["Finding"];
export type Mend = Schemas["Mend"];
export type Text = Schemas["Text"];
export type Quantity = Schemas["Quantity"];
export type Drawing = Schemas["Drawing"];
export type Shape = Drawing["shapes"][number];
export type Dimension = Schemas["Dimension"];
export type AngleMark = Schemas["AngleMark"];
export type Handle = Schemas["Handle"];
export type FieldGroup = Schemas["FieldGroup"];
export type FormField = FieldGroup["fields"][number];
export type SizeField = Schemas["SizeField"];
export type ChoiceField = Schemas["ChoiceField"];
export type BarPlace = Schemas["BarPlace"];
export type DesignOut = Schemas["DesignOut"];
export type Card = Schemas["Card"];
export type RevisionOut = Schemas["RevisionOut"];
export type Refusal = Schemas["Refusal"];
export type ConflictOut = Schemas["ConflictOut"];
export type Me = Schemas["Me"];
export type DrawingName = Report["views"][number];
export type CombCard = Schemas["CombCard"];
export type ChamberName = Schemas["ChamberName"];
export type Comparison = Schemas["Comparison"];
export type Ranking = Schemas["Ranking"];
export type RunSheet = Schemas["RunSheet"];
export type Fact = Schemas["Fact"];
export type SeasonReport = Schemas["SeasonReport"];
export type MovingReport = Schemas["MovingReport"];
export type WayOut = Schemas["WayOut"];
export type Matrix = Schemas["Matrix"];
export type Brief = Schemas["BriefOut"];
export type TypedBoard = Schemas["TypedBoard"];
export type HiveSystem = Hive["system"];
/** What lengths are read in: millimetres, or inches to a sixteenth or a thirty-second. */
export type Units = "mm" | "in" | "in32";
/** What a bare number typed means. */
export type System = "mm" | "in";
