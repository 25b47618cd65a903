// The types of the HTTP interface, made of its document. Its examples are for readers of the
// document: among the types they would be twice as much as the types.
import { readFileSync, writeFileSync } from "node:fs";
import openapiTS, { astToString } from "openapi-typescript";

const [from, to] = process.argv.slice(2);
const document = JSON.parse(readFileSync(from, "utf8"), (key, value) => (key === "example" ? undefined : value));
writeFileSync(to, "/** Made by web/types.mjs of docs/openapi.json: not to be changed by hand. */\n\n" + astToString(await openapiTS(document)));
