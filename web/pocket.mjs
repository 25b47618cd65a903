// Makes the core ready for the browser: builds it as WebAssembly, compresses it once,
// names it by its content so that it can be cached for ever, and tells the worker where
// it is. Run by make; does nothing where the module has not changed.
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, constants } from "node:zlib";

const web = import.meta.dirname;
const made = join(web, "src/core/made");
const assets = join(web, "public/assets");
mkdirSync(made, { recursive: true });
mkdirSync(assets, { recursive: true });

// Small first: calls are not inlined but where heat and mathematics are worked out, which
// takes a tenth off what is fetched and leaves the time of a plan as it is.
const quick = ["apodemos/core/thermal", "apodemos/core/heat", "apodemos/core/water", "apodemos/core/coffee", "math"];
const built = join(made, "pocket.wasm");
execFileSync(
  "go",
  ["build", "-trimpath", "-ldflags=-s -w", "-gcflags=all=-l", ...quick.map((p) => `-gcflags=${p}=`), "-o", built, "./cmd/pocket"],
  { cwd: join(web, ".."), stdio: "inherit", env: { ...process.env, GOOS: "js", GOARCH: "wasm" } },
);
const goroot = execFileSync("go", ["env", "GOROOT"], { encoding: "utf8" }).trim();
copyFileSync(join(goroot, "lib/wasm/wasm_exec.js"), join(made, "wasm_exec.js"));

const module = readFileSync(built);
const hash = createHash("sha256").update(module).digest("base64url").slice(0, 10);
const name = `core-${hash}.wasm`;
if (!existsSync(join(assets, `${name}.br`))) {
  for (const old of readdirSync(assets)) if (/^core-.*\.wasm/.test(old)) rmSync(join(assets, old));
  const small = brotliCompressSync(module, {
    params: {
      [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
      [constants.BROTLI_PARAM_LGWIN]: constants.BROTLI_MAX_WINDOW_BITS,
      [constants.BROTLI_PARAM_SIZE_HINT]: module.length,
    },
  });
  writeFileSync(join(assets, name), module);
  writeFileSync(join(assets, `${name}.br`), small);
  console.log(`the core for the browser: ${(module.length / 1e6).toFixed(2)} MB, ${(small.length / 1e6).toFixed(3)} MB brotli`);
}
writeFileSync(join(made, "module.ts"), `export const moduleUrl = "/assets/${name}";\n`);
