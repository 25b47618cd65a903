// What is asked and answered, by the names that the interface has for it.

import type { components } from "./schema";

export type Schemas = components["schemas"];
export type Plan = Schemas["Plan"];
export type PlanRequest = Schemas["Request"];
/** Place, water and heat: what a stop gives a brew. */
export type Conditions = Schemas["Conditions"];
export type Step = Schemas["Step"];
export type Change = Schemas["Change"];
export type WorkingFigure = Schemas["Figure"];
export type Field = Schemas["Field"];
export type Catalogue = Schemas["Catalogue"];
export type TripOut = Schemas["TripOut"];
export type StopOut = Schemas["StopOut"];
export type Brew = Schemas["Brew"];
export type BrewOut = Schemas["BrewOut"];
export type LogEntry = Schemas["LogEntry"];
export type Taste = Schemas["LogIn"];
export type Coffee = Schemas["CoffeeOut"];
export type Recipe = Schemas["Recipe"];
export type Advice = Schemas["BrewAdvice"];
export type Run = Schemas["Run"];
export type TripResult = Schemas["Result"];
export type TripPlan = Schemas["TripPlan"];
export type WhatIf = Schemas["WhatIf"];
export type Comparison = Schemas["Comparison"];
export type Facts = Schemas["Facts"];
export type Supplies = Schemas["Supplies"];
export type Proposal = Schemas["Proposal"];
export type TripFile = Schemas["TripFile"];
export type ErrorModel = Schemas["ErrorModel"];
