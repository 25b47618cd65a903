// The page's own script in the one file: it unpacks the interface and starts it. It runs when
// everything above it is there; a file that was cut on the way ends before it.

import { fromSevenBit } from "./sevenbit";

const text = (id: string) => document.getElementById(id)?.textContent ?? "";

async function unpacked(id: string): Promise<string> {
  const packed = new Blob([fromSevenBit(text(id))]).stream().pipeThrough(new DecompressionStream("gzip"));
  return new Response(packed).text();
}

async function begin() {
  try {
    const theme = (JSON.parse(localStorage.getItem("apodemos.settings") ?? "{}") as { theme?: string }).theme;
    if (theme) document.documentElement.dataset.theme = theme;
  } catch {
    // The usual theme it is.
  }
  const app = unpacked("app");
  // The core begins at once, beside the page: it takes longest.
  window.apodemosFile = unpacked("worker").then((code) => {
    const worker = new Worker(URL.createObjectURL(new Blob([code], { type: "text/javascript" })), {
      name: "core",
    });
    const early: unknown[] = [];
    worker.onmessage = (e) => early.push(e.data);
    worker.postMessage({ core: text("core"), brotli: text("brotli") });
    return { worker, early };
  });
  const style = document.createElement("style");
  style.textContent = await unpacked("style");
  document.head.append(style);
  const script = document.createElement("script");
  script.src = URL.createObjectURL(new Blob([await app], { type: "text/javascript" }));
  script.onerror = broken;
  document.body.append(script);
}

function broken() {
  const p = document.getElementById("state");
  if (p) {
    p.textContent =
      "This file cannot be opened here: it was damaged on the way, or the browser is too old. Take it along again, or open it in a newer browser. What it carries can still be brought home.";
  }
}

begin().catch(broken);
