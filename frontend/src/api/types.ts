// Short names for the generated types.
import type { components, operations } from "./schema";

type S = components["schemas"];
export type Settings = S["Settings"];
export type Mark = S["Mark"];
export type NewMark = S["NewMark"];
export type Port = S["Port"];
export type NewTide = S["NewTide"];
export type Box = S["Box"];
export type Head = S["Head"];
export type Plastic = S["Plastic"];
export type Line = S["Line"];
export type Rod = S["Rod"];
export type Reference = S["Reference"];
export type DayBoard = S["DayBoard"];
export type HeadDay = S["HeadDay"];
export type Fit = S["Fit"];
export type HookFit = S["HookFit"];
export type School = Settings["school"];
export type DayQuery = operations["get_day"]["parameters"]["query"];
export type FitQuery = operations["get_fit"]["parameters"]["query"];
export type Stream = S["Stream"];
export type NewStream = S["NewStream"];
export type AskTide = S["AskTide"];
export type CardSheet = S["CardSheet"];
export type CardQuery = operations["get_card"]["parameters"]["query"];
