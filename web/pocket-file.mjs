// Makes the page that everything is in: the interface, its fonts, the core and the place for
// what is carried. Run by make, after the core was built; the program fills it in and hands it
// out. Nothing in it is fetched.
import { createHash } from "node:crypto";
import { mkdirSync, readFileSync, readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import zopfli from "@gfx/zopfli";
import react from "@vitejs/plugin-react";
import { build, runnerImport } from "vite";
import { manual } from "./manual.mjs";

process.env.NODE_ENV = "production";
const web = import.meta.dirname;
const { cssVariables } = (await runnerImport(join(web, "src/theme/tokens.ts"))).module;
const { toSevenBit } = (await runnerImport(join(web, "src/pocket/sevenbit.ts"))).module;
// Zopfli takes seconds, once, for a thirtieth less of what everybody has sent to them.
const small = (b) => zopfli.gzipAsync(Buffer.from(b), { numiterations: 15 });

/** One script of an entry and all that it takes, with its styles. */
async function bundled(entry) {
  const out = await build({
    configFile: false,
    mode: "pocket",
    root: web,
    publicDir: false,
    logLevel: "error",
    define: { "process.env.NODE_ENV": '"production"' },
    resolve: { alias: [{ find: /^\.\/start$/, replacement: join(web, "src/core/startInFile.ts") }] },
    plugins: [
      react(),
      manual({ pictures: false }),
      {
        name: "no-address",
        enforce: "pre",
        // Figures need no letters with hooks and carons; names, which do, are in the other font.
        // The decompressor would ask for its module beside itself; it is given it.
        transform: (code, id) =>
          id.includes("hyperlegible-mono")
            ? code.replace(/@font-face\s*\{[^}]*latin-ext[^}]*\}/g, "")
            : id.includes("brotli-dec-wasm")
              ? code.replace(/new URL\("[^"]+",\s*import\.meta\.url\)/g, '""')
              : undefined,
      },
    ],
    build: {
      write: false,
      assetsInlineLimit: Number.MAX_SAFE_INTEGER,
      cssCodeSplit: false,
      modulePreload: false,
      rollupOptions: { input: join(web, entry), output: { format: "iife", codeSplitting: false } },
    },
  });
  const files = (Array.isArray(out) ? out : [out]).flatMap((o) => o.output);
  const other = files
    .filter((f) => f.type === "asset" && !f.fileName.endsWith(".css"))
    .map((f) => f.fileName);
  if (other.length > 0) throw new Error(`not in one file: ${other.join(", ")}`);
  return {
    script: files
      .filter((f) => f.type === "chunk")
      .map((f) => f.code)
      .join("\n"),
    style: files
      .filter((f) => f.fileName.endsWith(".css"))
      .map((f) => f.source)
      .join("\n"),
  };
}

const app = await bundled("src/main.tsx");
const worker = await bundled("src/core/workerInFile.ts");
const boot = await bundled("src/pocket/boot.ts");
const [style, interfaced, work, brotli] = await Promise.all(
  [app.style, app.script, worker.script, readFileSync(join(web, "node_modules/brotli-dec-wasm/pkg/brotli_dec_wasm_bg.wasm"))].map(small),
);
const assets = join(web, "public/assets");
const core = readFileSync(
  join(
    assets,
    readdirSync(assets).find((f) => /^core-.*\.wasm\.br$/.test(f)),
  ),
);

const palettes = ["day", "headlamp"]
  .map(
    (name) =>
      `${name === "day" ? ":root" : `:root[data-theme="${name}"]`}{${Object.entries(cssVariables(name))
        .map(([k, v]) => `${k}:${v}`)
        .join(";")}}`,
  )
  .join("");
const skeleton = `${palettes}body{margin:0;background:var(--paper);color:var(--ink);font:16px system-ui,sans-serif}#state{margin:24px}`;
const hash = (s) => `'sha256-${createHash("sha256").update(s).digest("base64")}'`;
const script = boot.script.trim();
const policy = [
  "default-src 'none'",
  `script-src ${hash(script)} ${hash(app.script)} 'wasm-unsafe-eval' blob:`,
  "worker-src blob:",
  "style-src 'unsafe-inline'",
  "img-src data: blob:",
  "font-src data:",
  "connect-src data:",
  "base-uri 'none'",
  "form-action 'none'",
].join("; ");

const block = (id, type, text) => `<script type="${type}" id="${id}">${text}</script>\n`;
const page = `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="theme-color" content="#f2f4f0">
<meta name="generator" content="Apodemos">
<title>Apodemos</title>
<style>${skeleton}</style>
</head>
<body>
<div id="root"><p id="state" role="status">Opening the offline copy</p></div>
<noscript>Apodemos needs JavaScript. This file still has its data as JSON: bring it home with "apodemos bring".</noscript>
${block("carried", "application/json", "__CARRIED__")}${block("first", "text/plain", "__FIRST__")}${block("style", "text/plain", toSevenBit(style))}${block("app", "text/plain", toSevenBit(interfaced))}${block("worker", "text/plain", toSevenBit(work))}${block("brotli", "text/plain", toSevenBit(brotli))}<script>${script}</script>
${block("core", "text/plain", toSevenBit(core))}
</body>
</html>
`;
if (/[^\0-\x7f]/.test(page) || page.includes("\0")) throw new Error("the page is to be ASCII");
mkdirSync(join(web, "dist/pocket"), { recursive: true });
writeFileSync(join(web, "dist/pocket/shell.html"), page);
const kB = (n) => `${(n / 1000).toFixed(0)} kB`;
console.log(
  `the pocket: ${kB(page.length)} (styles and fonts ${kB(style.length)}, interface ${kB(interfaced.length)}, worker ${kB(work.length)}, core ${kB(core.length)} packed)`,
);
