/** The process that prepares a database and ends: the only one that knows its superuser's and its owner's passwords. */
import { dropDatabase, prepareDatabase } from "./db/prepare";
import { readPreparing } from "./settings";

const { cluster, database, secrets, startOver } = readPreparing(process.env);
if (startOver) await dropDatabase(cluster, database);
await prepareDatabase(cluster, database, secrets);
process.stdout.write(`${JSON.stringify({ done: "migrated" })}\n`);
