// The carrier in the browser: the core as WebAssembly, in a worker.

import { ApiError } from "../api/error";
import type { ErrorModel } from "../api/types";
import { startWorker } from "./start";
import type { Asked } from "./run";

type State = "asleep" | "waking" | "ready" | "gone";

let state: State = "asleep";
let worker: Worker | undefined;
let next = 0;
const waiting = new Map<number, { resolve: (text: string) => void; reject: (e: Error) => void }>();
const listeners = new Set<() => void>();

/** The module does not answer: what is asked goes to the server. */
export class Gone extends Error {}

const put = (s: State) => {
  state = s;
  document.documentElement.dataset.core = s;
  listeners.forEach((l) => l());
};

function lose() {
  put("gone");
  worker?.terminate();
  waiting.forEach((w) => w.reject(new Gone()));
  waiting.clear();
}

/** Whether answers come from here. */
export const isNear = (): boolean => state === "ready";

/** Calls back whenever that changes; the returned function ends it. */
export function onNear(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Fetches the module and starts it, once; where that cannot be, the server goes on answering. */
export function wake(): void {
  if (state !== "asleep") return;
  put("waking");
  void Promise.resolve().then(startWorker).then(listen, lose);
}

function listen(w: Worker): void {
  worker = w;
  worker.onerror = lose;
  worker.onmessage = (e: MessageEvent<{ ready?: true; gone?: true; n?: number; text?: string }>) => {
    const { ready, gone, n, text } = e.data;
    if (gone) lose();
    else if (ready) put("ready");
    else if (n !== undefined) {
      const w = waiting.get(n);
      waiting.delete(n);
      if (text === undefined) w?.reject(new Gone());
      else w?.resolve(text);
    }
  };
}

/** Wakes it when the page has nothing else to do. */
export function wakeWhenIdle(): void {
  const idle = window.requestIdleCallback ?? ((f: () => void) => setTimeout(f, 200));
  // Not while the first picture is made: it wants both hands.
  setTimeout(() => idle(wake), 1200);
}

interface Reply<T> {
  answer?: T;
  fault?: ErrorModel & { status?: number };
}

/** Asks the core here; its error is an ApiError, as the server's, or Gone. */
export async function askNear<T>(op: string, body: unknown, signal?: AbortSignal): Promise<T> {
  if (!isNear() || !worker) throw new Gone();
  const n = next++;
  const text = await new Promise<string>((resolve, reject) => {
    waiting.set(n, { resolve, reject });
    signal?.addEventListener("abort", () => {
      waiting.delete(n);
      reject(signal.reason as Error);
    });
    worker?.postMessage({ n, op, body: JSON.stringify(body) } satisfies Asked);
  });
  const { answer, fault } = JSON.parse(text) as Reply<T>;
  if (fault) {
    if ((fault.status ?? 500) >= 500) throw new Gone();
    throw new ApiError(fault.status ?? 422, fault);
  }
  return answer as T;
}
