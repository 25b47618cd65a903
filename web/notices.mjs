// What others wrote that ships with the program, with their licences: the Go modules that it
// is built of, and the packages of the interface. Written to cmd/apodemos/notices.txt.
import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const licence = (dir) =>
  readdirSync(dir)
    .filter((f) => /^(licen[cs]e|copying|notice)/i.test(f))
    .sort()
    .map((f) => readFileSync(join(dir, f), "utf8").trim())
    .join("\n\n");

const parts = [];
const modules = new Map();
const lines = execFileSync("go", ["list", "-deps", "-f", "{{with .Module}}{{.Path}} {{.Version}} {{.Dir}}{{end}}", "./cmd/apodemos", "./cmd/pocket"], { cwd: "..", encoding: "utf8", env: { ...process.env, GOFLAGS: "-mod=mod" } });
for (const line of lines.split("\n")) {
  const [path, version, dir] = line.split(" ");
  if (dir && path !== "apodemos") modules.set(path, { version, dir });
}
for (const [path, { version, dir }] of [...modules].sort(([a], [b]) => (a < b ? -1 : 1))) parts.push([`${path} ${version}`, licence(dir)]);
const root = execFileSync("go", ["env", "GOROOT"], { encoding: "utf8" }).trim();
parts.push(["The Go standard library", licence(root)]);

const seen = new Set();
const follow = (name, from) => {
  let dir;
  for (let at = from; ; at = join(at, "..")) {
    dir = join(at, "node_modules", name);
    if (existsSync(join(dir, "package.json"))) break;
    if (at === "." || at === "..") return;
  }
  if (seen.has(dir)) return;
  seen.add(dir);
  const p = JSON.parse(readFileSync(join(dir, "package.json"), "utf8"));
  parts.push([`${p.name} ${p.version} (${typeof p.license === "string" ? p.license : "see its text"})`, licence(dir)]);
  for (const d of Object.keys(p.dependencies ?? {})) follow(d, dir);
};
for (const d of Object.keys(JSON.parse(readFileSync("package.json", "utf8")).dependencies)) follow(d, ".");
parts.push(["zone.tab of the IANA time zone database 2025a", "In the public domain."]);

// A licence that many share is written once.
const texts = new Map();
for (const [who, text] of parts) texts.set(text, [...(texts.get(text) ?? []), who]);
const rule = "=".repeat(78);
writeFileSync(
  "../cmd/apodemos/notices.txt",
  `Apodemos ships with what others wrote, under their licences:\n\n` +
    [...texts].map(([text, who]) => `${rule}\n${who.join("\n")}\n${rule}\n\n${text || "Its text names no more than the licence above."}\n`).join("\n"),
);
