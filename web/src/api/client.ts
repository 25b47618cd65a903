import createClient from "openapi-fetch";
import { inPocket } from "../pocket/mode";
import type { components, paths } from "./schema";

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
type ErrorModel = Schemas["ErrorModel"];

export const api = createClient<paths>(
  inPocket
    ? {
        baseUrl: "http://pocket.invalid/api/v1",
        fetch: async (request) => (await import("../pocket/session")).pocketFetch(request),
      }
    : { baseUrl: "/api/v1" },
);

export interface Trouble {
  /** Path of the field within the request, such as place.altitude_m. */
  field: string;
  message: string;
}

/** What the server, or the lack of one, said. */
export class ApiError extends Error {
  readonly status: number;
  readonly troubles: Trouble[];

  constructor(status: number, problem: ErrorModel | undefined) {
    super(
      problem?.detail ??
        "Apodemos does not answer. Is the program still running? Nothing was lost; try again.",
    );
    this.status = status;
    this.troubles = (problem?.errors ?? []).map((e) => ({
      field: (e.location ?? "").replace(/^(body|file)\.?(conditions\.|request\.)?/, ""),
      message: e.message ?? "",
    }));
  }

  /** What is wrong, with the field as the screen calls it, and not by its path. */
  saidOf(label: (path: string) => string | undefined): string {
    const [first] = this.troubles;
    const [, path = ""] = /^([a-z_0-9.[\]]+): /.exec(this.message) ?? [];
    if (!first || !path || !this.message.endsWith(first.message)) return this.message;
    const name = label(first.field) ?? label(path);
    return name ? `${name}: ${first.message}` : first.message.replace(/^\p{Ll}/u, (c) => c.toUpperCase());
  }
}

/** The data of an answer, or an ApiError. */
export async function must<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let got;
  try {
    got = await answer;
  } catch (e) {
    if (e instanceof DOMException && e.name === "AbortError") throw e;
    throw new ApiError(0, undefined);
  }
  if (!got.response.ok) throw new ApiError(got.response.status, got.error as ErrorModel | undefined);
  return got.data as T;
}
