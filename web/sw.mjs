// Writes the service worker: what of the built interface is kept on a device, and a version
// that is another whenever any of it is.
import { createHash } from "node:crypto";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const app = join(import.meta.dirname, "dist/app");
const plain = (f) => !/\.(br|gz)$/.test(f);
const files = [
  ...readdirSync(join(app, "assets"))
    // The manual's pictures are for where there is a server: they are as much as all the rest.
    .filter((f) => plain(f) && !f.endsWith(".png"))
    .map((f) => `/assets/${f}`),
  ...readdirSync(app)
    .filter((f) => plain(f) && f !== "index.html" && f !== "sw.js" && f !== "assets")
    .map((f) => `/${f}`),
].sort();
const sum = createHash("sha256");
for (const f of [...files, "/index.html"]) sum.update(f).update(readFileSync(join(app, f)));
const source = readFileSync(join(import.meta.dirname, "sw.js"), "utf8");
sum.update(source);
writeFileSync(
  join(app, "sw.js"),
  source
    .replace("__VERSION__", `apodemos-${sum.digest("hex").slice(0, 12)}`)
    .replace("__FILES__", JSON.stringify(files, null, 1)),
);
