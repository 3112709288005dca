// npm run backup -- FILE: the database into a file. Without DAWNGATE_DB_* it is that of npm start, in this folder.
import { dirname, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { backUp } from "./lib/backup.mjs";
import { reachedCluster } from "./lib/reach.mjs";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const [file, ...rest] = process.argv.slice(2);
if (!file || rest.length > 0) {
  console.error("npm run backup -- FILE");
  process.exit(2);
}
const { cluster, database, giveBack } = await reachedCluster(root, (line) =>
  console.error(`  ${line}`),
);
try {
  await backUp(cluster, database, resolve(file));
  console.log(`  ${database} is in ${file}`);
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await giveBack();
}
