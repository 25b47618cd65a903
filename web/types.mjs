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

const table = {};
for (const [path, methods] of Object.entries(document.paths))
  for (const [method, o] of Object.entries(methods))
    table[o.operationId] = { method: method.toUpperCase(), path, ...(o["x-fixed"] && { fixed: true }) };
writeFileSync(join(web, "src/units/made.ts"), `${made}export const systems = ${JSON.stringify(document["x-units"], null, 2)} as const;\n`);
writeFileSync(join(to, "operations.ts"), `${made}export const table = ${JSON.stringify(table, null, 2)} as const;\n`);
