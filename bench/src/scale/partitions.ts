/** One large table of openings beside the same in sixteen parts: written, found by key, and a school taken out. */
import type { Client } from "pg";

const PARTS = 16;
const SCHOOLS = 40;
const PEOPLE = Number(process.env.BENCH_PART_PEOPLE ?? 2500);
const ITEMS = 30;
const FOUND = 4000;

const COLUMNS = `school_id uuid not null, enrollment_id text not null, item_id text not null,
  opens timestamptz, closes timestamptz, primary key (school_id, enrollment_id, item_id)`;

/** Tells rows a second and microseconds a lookup of both; each begins empty, in the same run. */
export async function comparePartitions(admin: Client): Promise<void> {
  await admin.query("drop schema if exists parts cascade; create schema parts");
  await admin.query(`create table parts.whole (${COLUMNS})`);
  await admin.query(`create table parts.hashed (${COLUMNS}) partition by hash (school_id)`);
  for (let i = 0; i < PARTS; i++)
    await admin.query(
      `create table parts.hashed_${i} partition of parts.hashed for values with (modulus ${PARTS}, remainder ${i})`,
    );
  await admin.query("set plan_cache_mode = force_generic_plan");
  const rows = SCHOOLS * PEOPLE * ITEMS;
  for (const table of ["whole", "hashed"]) {
    let began = performance.now();
    for (let school = 0; school < SCHOOLS; school++)
      await admin.query(
        `insert into parts.${table}
         select md5('school' || $1::text)::uuid, 'e' || p, 'l' || i, now() + make_interval(days => i), null
         from generate_series(1, $2::integer) p, generate_series(1, $3::integer) i`,
        [school, PEOPLE, ITEMS],
      );
    const written = rows / ((performance.now() - began) / 1000);
    await admin.query(`vacuum analyze parts.${table}`);
    const text = `select item_id, opens, closes from parts.${table}
      where school_id = $1::uuid and enrollment_id = $2`;
    const { rows: ids } = await admin.query<{ id: string }>(
      `select md5('school' || n)::uuid as id from generate_series(0, ${SCHOOLS - 1}) n`,
    );
    began = performance.now();
    for (let i = 0; i < FOUND; i++)
      await admin.query({
        name: `found-${table}`,
        text,
        values: [ids[(i * 7) % ids.length]?.id, `e${1 + ((i * 7919) % PEOPLE)}`],
      });
    const found = ((performance.now() - began) / FOUND) * 1000;
    began = performance.now();
    await admin.query(`delete from parts.${table} where school_id = $1::uuid`, [ids[0]?.id]);
    const gone = performance.now() - began;
    const { rows: size } = await admin.query<{ bytes: string }>(
      `select sum(pg_total_relation_size(c.oid)) as bytes from pg_class c
       join pg_namespace n on n.oid = c.relnamespace
       where n.nspname = 'parts' and c.relkind = 'r' and (c.relname = $1 or c.relname like $1 || '\\_%')`,
      [table],
    );
    console.log(
      `${table === "whole" ? "one table" : `${PARTS} parts`}: ${rows} openings, ${Math.round(written)} rows a second, ${found.toFixed(0)} us to find a person's, ${(Number(size[0]?.bytes) / rows).toFixed(0)} bytes a row, a school of ${PEOPLE * ITEMS} taken out in ${gone.toFixed(0)} ms`,
    );
  }
  await admin.query("drop schema parts cascade");
}
