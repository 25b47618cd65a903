import createClient from "openapi-fetch";
import { inPocket } from "../pocket/mode";
import { ApiError } from "./error";
import type { paths } from "./schema";
import type { ErrorModel } from "./types";

export * from "./error";
export type * from "./types";

export const api = createClient<paths>(
  inPocket
    ? {
        baseUrl: "http://pocket.invalid/api/v1",
        fetch: async (request) => (await import("../pocket/session")).pocketFetch(request),
      }
    : { baseUrl: "/api/v1" },
);

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
