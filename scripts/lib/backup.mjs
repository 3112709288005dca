// A database put into a file and brought back, with PostgreSQL's own tools.
import { existsSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
import { serverPrograms } from "./postgres.mjs";
import { run } from "./run.mjs";

/** A program of PostgreSQL's, with the way to a cluster: the password stands in no list of processes. */
function tool(name, { host, port, user = "postgres", password }, words, more = {}) {
  const folder = serverPrograms();
  if (!folder) throw new Error("PostgreSQL's programs are not on this machine");
  return run(join(folder, name), ["-h", host, "-p", String(port), "-U", user, "-w", ...words], {
    quiet: true,
    env: { ...process.env, PGPASSWORD: password, ...more },
  });
}

/** Writes a whole database into a file: one state of it, while it goes on being used. */
export async function backUp(cluster, database, file) {
  const draft = `${file}.${process.pid}.making`;
  try {
    await tool("pg_dump", cluster, ["--format=custom", "--file", draft, database]);
    // A backup that was interrupted must not pass for one.
    renameSync(draft, file);
  } finally {
    rmSync(draft, { force: true });
  }
}

/**
 * What people were told between a backup and the end of the database it is of is in no row of it: until an instant,
 * nothing goes out again. Mails, notices that waited, by mail and on devices, and letters for until then are dropped, and
 * whoever is looked at is looked at from then on.
 * What is not mail (charges, refunds, dates to work out) stays: those know by their keys what was done already.
 */
const TOLD_UNTIL = `
  do $$
  declare told timestamptz := current_setting('dawngate.told_until');
  begin
    delete from outbox where kind in ('mail', 'send-notice', 'send-notices', 'tell-device') and at <= told;
    if to_regclass('public.notice_person') is not null then
      update notice set state = 'late' where state in ('waiting', 'failed') and at <= told;
      -- What came shortly before somebody was looked at is looked for once more: ten minutes (notify.ts).
      update notice_person set looked_at = greatest(looked_at, told + interval '10 minutes'),
        next_at = least(next_at, now());
    end if;
    if to_regclass('public.planned_letter') is not null then
      delete from planned_letter where at <= told;
    end if;
  end $$`;

/** Nobody is told again what they were told until an instant. */
export async function toldUntil(cluster, database, instant) {
  const options = `-c dawngate.told_until=${instant}`;
  await tool(
    "psql",
    cluster,
    ["-X", "-q", "-v", "ON_ERROR_STOP=1", "-d", database, "-c", TOLD_UNTIL],
    {
      PGOPTIONS: options,
    },
  );
}

/** Makes a database of this name from a file. Refused where there is one already. */
export async function restore(cluster, file, database) {
  if (!existsSync(file)) throw new Error(`There is no file ${file}`);
  // Whether the file is a whole backup is asked before anything is made.
  await tool("pg_restore", cluster, ["--list", file]).catch(() => {
    // The list needs no database; some versions refuse the words of a connection beside it.
    const folder = serverPrograms();
    return run(join(folder, "pg_restore"), ["--list", file], { quiet: true });
  });
  await tool("createdb", cluster, ["--owner=dawngate_owner", database]);
  try {
    await tool("pg_restore", cluster, [
      "--exit-on-error",
      "--single-transaction",
      "--dbname",
      database,
      file,
    ]);
  } catch (error) {
    await tool("dropdb", cluster, [database]).catch(() => undefined);
    throw error;
  }
}
