// npm run restore -- FILE [NAME] --told-until INSTANT | --told-nothing: a database from a backup, under the usual name
// or another; never over one that is there.
import { dirname, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import { restore, toldUntil } from "./lib/backup.mjs";
import { reachedCluster } from "./lib/reach.mjs";

const HOW = `npm run restore -- FILE [NAME] --told-until INSTANT
npm run restore -- FILE [NAME] --told-nothing

  --told-until INSTANT  the database was in use until then (2026-12-01T09:30:00Z): people were told
                        what a backup does not know, and nothing older than that goes out again
  --told-nothing        nobody was told anything since the backup: what it still had to say goes out`;

const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** What was asked for; null: it cannot be read. */
function asked() {
  try {
    const { values, positionals } = parseArgs({
      options: { "told-until": { type: "string" }, "told-nothing": { type: "boolean" } },
      allowPositionals: true,
    });
    const { "told-until": told, "told-nothing": nothing = false } = values;
    const [file, name, ...rest] = positionals;
    if (!file || rest.length > 0 || (told !== undefined) === nothing) return null;
    const isInstant = told === undefined || /^\d{4}-\d\d-\d\dT[\d:.]+(Z|[+-]\d\d:\d\d)$/.test(told);
    if (!isInstant || (told && Number.isNaN(Date.parse(told)))) return null;
    return { file, name, until: told === undefined ? null : new Date(told).toISOString() };
  } catch {
    return null;
  }
}

const wanted = asked();
if (!wanted) {
  console.error(HOW);
  process.exit(2);
}
const { cluster, database, giveBack } = await reachedCluster(root, (line) =>
  console.error(`  ${line}`),
);
try {
  const name = wanted.name ?? database;
  await restore(cluster, resolve(wanted.file), name);
  if (wanted.until !== null) await toldUntil(cluster, name, wanted.until);
  console.log(`  ${wanted.file} is the database ${name} now`);
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await giveBack();
}
