// How the worker of the core begins where a server serves it.

export const startWorker = (): Worker =>
  new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "core" });
