// The page's own script in the one file: it unpacks the interface and starts it, while the rest
// of the file, which is the core, is still being read.

import { fromSevenBit } from "./sevenbit";

const text = (id: string) => document.getElementById(id)?.textContent ?? "";

const gunzipped = (packed: ReadableStream<Uint8Array<ArrayBuffer>>): Promise<string> =>
  new Response(packed.pipeThrough(new DecompressionStream("gzip"))).text();

/** A part of the file, as it was packed when the file was built. */
const unpacked = async (id: string): Promise<string> =>
  gunzipped(new Blob([fromSevenBit(text(id))]).stream());

/** What the first picture is made of is written by the program, in base 64: the browser reads that by itself. */
async function firstOf(id: string): Promise<string> {
  const packed = await fetch(`data:application/octet-stream;base64,${text(id)}`);
  return gunzipped(packed.body as ReadableStream<Uint8Array<ArrayBuffer>>);
}

async function begin() {
  try {
    const theme = (JSON.parse(localStorage.getItem("apodemos.settings") ?? "{}") as { theme?: string }).theme;
    if (theme && theme !== "device") document.documentElement.dataset.theme = theme;
  } catch {
    // The usual theme it is.
  }
  const app = unpacked("app");
  // Where it cannot be read, the first picture is made as every other is.
  const first = firstOf("first").catch(() => "");
  const read = new Promise((go) =>
    document.readyState === "loading" ? document.addEventListener("DOMContentLoaded", go) : go(undefined),
  );
  // The core begins when the interface asks for it: first comes a picture.
  window.apodemosFile = async () => {
    const [code] = await Promise.all([unpacked("worker"), read]);
    const w = new Worker(URL.createObjectURL(new Blob([code], { type: "text/javascript" })), {
      name: "core",
    });
    w.postMessage({ core: text("core"), brotli: text("brotli") });
    return w;
  };
  const style = document.createElement("style");
  style.textContent = await unpacked("style");
  document.head.append(style);
  window.apodemosFirst = await first;
  const script = document.createElement("script");
  // The policy of the page names this script by its sum.
  script.id = "running";
  script.textContent = await app;
  document.body.append(script);
}

function broken() {
  const p = document.getElementById("state");
  if (p) {
    p.textContent =
      "This file does not open: it is damaged, or the browser is too old. Make it again, or use a newer browser. It can still be brought home.";
  }
}

begin().catch(broken);
