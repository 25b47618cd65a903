// The core beside the page: it takes an operation and a body, and gives the answer. It
// runs in a worker, so that a long answer never holds up the page.

import { moduleUrl } from "./made/module";
import { run, newGo } from "./run";

async function start() {
  const go = newGo();
  const { instance } = await WebAssembly.instantiateStreaming(fetch(moduleUrl), go.importObject);
  run(go, instance);
}

start().catch(() => postMessage({ gone: true }));
