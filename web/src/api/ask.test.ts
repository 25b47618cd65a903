import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { ask } from "./ask";
import { api } from "./client";

const sent: (string | undefined)[] = [];
let answers: Response[] = [];

beforeEach(() => {
  sent.length = 0;
  vi.spyOn(api, "POST").mockImplementation(((_: string, init: { headers: Record<string, string> }) => {
    sent.push(init.headers["Idempotency-Key"]);
    const response = answers.shift();
    return response ? Promise.resolve({ data: {}, response }) : Promise.reject(new TypeError("no network"));
  }) as never);
});
afterEach(() => vi.restoreAllMocks());

const deal = () => ask("deal-blind", { path: { blind: 7 } }).catch(() => undefined);

it.each<[string, Response[], boolean]>([
  ["no answer", [], true],
  ["a failure of the server", [new Response(null, { status: 500 })], true],
  [
    "one that is still being done",
    [new Response(null, { status: 409, headers: { "Retry-After": "1" } })],
    true,
  ],
  ["a conflict", [new Response(null, { status: 409 })], false],
  ["done", [new Response(null, { status: 200 })], false],
])("whether a retry has the same key: after %s", async (_, first, same) => {
  answers = [...first];
  await deal();
  answers = [new Response(null, { status: 200 })];
  await deal();
  expect(sent[0]).toBeTruthy();
  expect(sent[1] === sent[0]).toBe(same);
});
