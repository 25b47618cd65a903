// What the worker of the core does once its module is there, wherever that came from.

import "./made/wasm_exec.js";
import { offsetChanges } from "./zones";

declare const Go: new () => {
  importObject: WebAssembly.Imports;
  run: (i: WebAssembly.Instance) => Promise<void>;
};

interface Here {
  apodemos?: (op: string, body: string) => string;
  apodemosZone?: typeof offsetChanges;
  postMessage: (m: unknown) => void;
  onmessage: ((e: MessageEvent<Asked>) => void) | null;
}
export interface Asked {
  n: number;
  op: string;
  body: string;
}

const here = self as unknown as Here;
here.apodemosZone = offsetChanges;

export const newGo = () => new Go();

export function run(go: InstanceType<typeof Go>, instance: WebAssembly.Instance) {
  // It never returns while it works; when it does, it has broken.
  void go.run(instance).then(() => here.postMessage({ gone: true }));
  here.onmessage = (e) => {
    const { n, op, body } = e.data;
    try {
      here.postMessage({ n, text: here.apodemos?.(op, body) });
    } catch {
      here.postMessage({ gone: true });
    }
  };
  here.postMessage({ ready: true });
}
