// How the worker of the core begins where everything is in one file: the page's own script
// begins it, for nothing can be fetched, and a worker has no address but that of a blob.

declare global {
  interface Window {
    apodemosFile?: () => Promise<Worker>;
    /** What the first picture is made of, as JSON. */
    apodemosFirst?: string;
  }
}

export async function startWorker(): Promise<Worker> {
  if (!window.apodemosFile) throw new Error("no file");
  return window.apodemosFile();
}
