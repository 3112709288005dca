// npm run restore -- FILE [NAME]: a database from a backup, under the usual name or another; never over one that is there.
import { dirname, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { restore } from "./lib/backup.mjs";
import { reachedCluster } from "./lib/reach.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const [file, name, ...rest] = process.argv.slice(2);
if (!file || rest.length > 0) {
  console.error("npm run restore -- FILE [NAME]");
  process.exit(2);
}
const { cluster, database, giveBack } = await reachedCluster(root, (line) =>
  console.error(`  ${line}`),
);
try {
  await restore(cluster, resolve(file), name ?? database);
  console.log(`  ${file} is the database ${name ?? database} now`);
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await giveBack();
}
