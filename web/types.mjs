// The types of the HTTP interface, and the table of its operations, made of its document. Its
// examples are for readers of the document: among the types they would be twice as much as the
// types.
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import openapiTS, { astToString } from "openapi-typescript";

const web = import.meta.dirname;
const to = join(web, "src/api");
const document = JSON.parse(readFileSync(join(web, "../docs/openapi.json"), "utf8"), (key, value) => (key === "example" ? undefined : value));
const made = "/** Made by web/types.mjs of docs/openapi.json: not to be changed, and not kept. */\n\n";
writeFileSync(join(to, "schema.d.ts"), made + astToString(await openapiTS(document)));

// From what to what the numbers are that somebody may enter: of what is sent, however far in.
const schemas = document.components.schemas;
const limits = {};
const walk = (of) => {
  if (Array.isArray(of)) return of.forEach(walk);
  if (!of || typeof of !== "object") return;
  const name = of.$ref?.split("/").at(-1);
  if (name && !(name in seen)) {
    seen[name] = true;
    for (const [field, s] of Object.entries(schemas[name].properties ?? {}))
      if (s.minimum !== undefined && s.maximum !== undefined) limits[`${name}.${field}`] = { min: s.minimum, max: s.maximum };
    walk(schemas[name]);
  }
  Object.values(of).forEach(walk);
};
const seen = {};
for (const methods of Object.values(document.paths))
  for (const o of Object.values(methods)) {
    walk(o.requestBody);
    for (const { name, schema: s } of o.parameters ?? [])
      if (s?.minimum !== undefined && s?.maximum !== undefined) limits[`${o.operationId}.${name}`] = { min: s.minimum, max: s.maximum };
  }
writeFileSync(join(to, "limits.ts"), `${made}export const limits = ${JSON.stringify(limits, null, 2)} as const;\n\nexport const usual = ${JSON.stringify(document["x-usual"], null, 2)} as const;\n`);

const table = {};
for (const [path, methods] of Object.entries(document.paths))
  for (const [method, o] of Object.entries(methods))
    table[o.operationId] = { method: method.toUpperCase(), path, ...(o["x-fixed"] && { fixed: true }), ...(o["x-changes"] && { changes: o["x-changes"] }) };
writeFileSync(join(web, "src/units/made.ts"), `${made}export const systems = ${JSON.stringify(document["x-units"], null, 2)} as const;\n`);
writeFileSync(join(to, "operations.ts"), `${made}export const table = ${JSON.stringify(table, null, 2)} as const;\n`);
