// Makes the two clients of docs/clients anew from the API document, checks their types, and runs
// them: node clients.mjs DIR BASE GPX. Prints what each found, as JSON.
import { execFileSync } from "node:child_process";
import { copyFileSync, readFileSync, symlinkSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { build } from "vite";

const [dir, base, gpx] = process.argv.slice(2);
const web = import.meta.dirname;
const docs = join(web, "../docs");
const bin = (name) => join(web, "node_modules/.bin", name);
const run = (name, ...args) => execFileSync(bin(name), args, { cwd: dir, encoding: "utf8", stdio: ["ignore", "pipe", "inherit"] });

symlinkSync(join(web, "node_modules"), join(dir, "node_modules"));
for (const f of ["with-types.ts", "with-sdk.ts"]) copyFileSync(join(docs, "clients", f), join(dir, f));
run("openapi-typescript", join(docs, "openapi.json"), "-o", "schema.d.ts");
run("openapi-ts", "-i", join(docs, "openapi.json"), "-o", "sdk", "--no-log-file", "--silent");
try {
  run("tsc", "--noEmit", "--strict", "--skipLibCheck", "--target", "es2022", "--module", "esnext", "--moduleResolution", "bundler", "--lib", "es2023,dom,dom.iterable", "with-types.ts", "with-sdk.ts");
} catch (e) {
  console.error(e.stdout);
  process.exit(1);
}
await build({
  configFile: false,
  root: dir,
  logLevel: "error",
  build: { ssr: true, outDir: "made", minify: false, rollupOptions: { input: { types: join(dir, "with-types.ts"), sdk: join(dir, "with-sdk.ts") }, output: { entryFileNames: "[name].mjs" } } },
  ssr: { noExternal: true },
});
const out = {};
for (const name of ["types", "sdk"]) {
  const { planFrom } = await import(pathToFileURL(join(dir, "made", `${name}.mjs`)));
  out[name] = await planFrom(base, readFileSync(gpx, "utf8"));
}
console.log(JSON.stringify(out));
