// How the worker of the core begins where everything is in one file: the page's own script has
// begun it, for nothing can be fetched, and a worker has no address but that of a blob.

interface Begun {
  worker: Worker;
  /** What it has said before anybody listened. */
  early: unknown[];
}
declare global {
  interface Window {
    apodemosFile?: Promise<Begun>;
  }
}

export async function startWorker(): Promise<Worker> {
  if (!window.apodemosFile) throw new Error("no file");
  const { worker, early } = await window.apodemosFile;
  // Once whoever asked has begun to listen.
  setTimeout(() => early.forEach((data) => worker.onmessage?.(new MessageEvent("message", { data }))));
  return worker;
}
