/** Writes what is generated from the schemas into docs/. With `--check`, only says whether it is current. */
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { planJsonSchema } from "@dawngate/core/plan";
import { openApiDocument } from "@dawngate/server/http/openapi";

const documents: Record<string, unknown> = {
  "plan.schema.json": planJsonSchema(),
  "openapi.json": await openApiDocument(),
};

for (const [name, document] of Object.entries(documents)) {
  const file = fileURLToPath(new URL(`../docs/${name}`, import.meta.url));
  const text = `${JSON.stringify(document, null, 2)}\n`;
  const current = existsSync(file) ? readFileSync(file, "utf8") : "";
  if (current === text) continue;
  if (process.argv.includes("--check")) {
    console.error(`docs/${name} is not current; run npm run docs`);
    process.exitCode = 1;
  } else writeFileSync(file, text);
}
