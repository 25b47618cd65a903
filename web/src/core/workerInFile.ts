// The core beside the page where everything is in one file: the module comes by a message, as
// the file has it.

import { initSync, decompress } from "brotli-dec-wasm/web";
import { fromSevenBit } from "../pocket/sevenbit";
import { newGo, run } from "./run";

async function start({ core, brotli }: Modules) {
  const whole = new Response(
    new Blob([fromSevenBit(brotli)]).stream().pipeThrough(new DecompressionStream("gzip")),
  );
  initSync({ module: new Uint8Array(await whole.arrayBuffer()) });
  const go = newGo();
  const module = decompress(fromSevenBit(core)) as Uint8Array<ArrayBuffer>;
  const { instance } = await WebAssembly.instantiate(module, go.importObject);
  run(go, instance);
}

/** The core, and what unpacks it, as the file has them. */
interface Modules {
  core: string;
  brotli: string;
}

onmessage = (e: MessageEvent<Modules>) => {
  start(e.data).catch(() => postMessage({ gone: true }));
};
