// Every operation by its name, as the table of the program has it: its address, what it is asked
// with and what it answers are made of the document, and written nowhere else.

import { api, must } from "./client";
import { table } from "./operations";
import type { operations } from "./schema";

export { table };
export type Operation = keyof typeof table;

type Of<K extends Operation> = operations[K];
type Sent<K extends Operation> =
  Of<K> extends { requestBody: { content: { "application/json": infer B } } } ? B : never;
type Named<K extends Operation, W extends "path" | "query"> =
  Of<K> extends {
    parameters: { [X in W]?: infer P };
  }
    ? NonNullable<P>
    : never;

/** What an operation is asked with. */
export type Asking<K extends Operation> = ([Named<K, "path">] extends [never]
  ? { path?: never }
  : { path: Named<K, "path"> }) &
  ([Named<K, "query">] extends [never] ? { query?: never } : { query?: Named<K, "query"> }) &
  ([Sent<K>] extends [never] ? { body?: never } : { body: Sent<K> }) & {
    /** The revision that a change began from. */
    from?: string;
  };

/** What it answers. */
export type Answer<K extends Operation> =
  Of<K> extends {
    responses: { 200: { content: { "application/json": infer A } } };
  }
    ? A
    : undefined;

type Any = (path: string, init: unknown) => Promise<{ data?: unknown; error?: unknown; response: Response }>;

// A request that makes something keeps its key until it is answered, so that a retry makes nothing twice.
const keys = new Map<string, string>();
/** A new key. Not crypto.randomUUID, which needs HTTPS. */
const newKey = () => [...crypto.getRandomValues(new Uint32Array(4))].map((n) => n.toString(36)).join("-");

/** Asks it; the error is an ApiError. */
export function ask<K extends Operation>(
  id: K,
  { path, query, body, from }: Asking<K>,
  signal?: AbortSignal,
): Promise<Answer<K>> {
  const { method, path: at, ...of } = table[id];
  const makes = method === "POST" && "changes" in of;
  const asked = makes ? JSON.stringify([id, path, query, body]) : "";
  if (makes && !keys.has(asked)) keys.set(asked, newKey());
  return must(
    (api[method] as unknown as Any)(at, {
      params: { path, query },
      headers: { ...(from && { "If-Match": from }), ...(makes && { "Idempotency-Key": keys.get(asked) }) },
      body,
      signal,
    }).then((a) => {
      // A failure, or "still being done", is no answer yet: the retry has the same key.
      if (a.response.status < 500 && !a.response.headers.has("Retry-After")) keys.delete(asked);
      return a;
    }),
  ) as Promise<Answer<K>>;
}

/** A question to be kept by its name and what it is asked with: what is kept under one key is one answer. */
export const question = <K extends Operation>(id: K, asking: Asking<K>) => ({
  queryKey: [id, asking.path, asking.query, asking.body] as const,
  queryFn: ({ signal }: { signal?: AbortSignal }) => ask(id, asking, signal),
});

/** Whether the answer to a question that is kept may be another once something was changed. */
export const mayChange = (key: readonly unknown[]) => {
  const of = table[key[0] as Operation] as { fixed?: boolean } | undefined;
  return !of?.fixed;
};
