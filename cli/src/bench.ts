/** `dawngate bench`: the bulk evaluator beside the plain one, a Luxon loop, one SQL statement and a bare pass. */
import { cpus } from "node:os";
import { type BenchReport, report } from "@dawngate/bench/bulk/report";
import { Client } from "pg";
import { readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";

const MOST = 1_000_000;

export async function benchCommand(words: readonly string[]): Promise<Outcome> {
  const asJson = words.includes("--json");
  const options = readOptions(
    words.filter((word) => word !== "--json"),
    ["enrollees", "lessons"],
  );
  const enrollees = whole(options.get("enrollees") ?? "100000", "enrollees");
  const lessons = whole(options.get("lessons") ?? "50", "lessons");
  const client = await connected();
  try {
    const found = await report(enrollees, lessons, machine(), client);
    // What was not measured is left out.
    const written = () => JSON.stringify(found, (_, value) => value ?? undefined, 2);
    const output = asJson ? `${written()}\n` : said(found, lessons);
    return { code: 0, output, errors: "" };
  } finally {
    await client?.end();
  }
}

function whole(text: string, name: string): number {
  const number = Number(text);
  if (!/^\d+$/.test(text) || number < 1 || number > MOST)
    throw new WordsError(`--${name} is a whole number from 1 to ${MOST}`);
  return number;
}

function machine(): string {
  const [cpu] = cpus();
  return `${cpus().length} cores, ${cpu?.model.trim() ?? "unknown"}, Node ${process.versions.node}`;
}

/** The database whose address stands in the environment, as `npm run bench` sets it; null where there is none. */
async function connected(): Promise<Client | null> {
  const connectionString = process.env.DAWNGATE_BENCH_DATABASE;
  if (!connectionString) return null;
  const client = new Client({ connectionString });
  await client.connect();
  return client;
}

function said(
  { machine: on, nsPerOpening, ratios, scaling, peakMegabytes }: BenchReport,
  lessons: number,
): string {
  const ns = (time: number | null) => (time === null ? "no server" : `${time.toFixed(1)} ns`);
  const times = (ratio: number | null) => (ratio === null ? "" : `${ratio.toFixed(1)} times`);
  const rows: [string, number | null, string][] = [
    ["bulk evaluator", nsPerOpening.bulk, `${times(ratios.bulkOverBarePass)} the bare pass`],
    [
      "with events, order and pauses",
      nsPerOpening.bulkWithEvents,
      `${times(ratios.eventsOverBarePass)} the bare pass`,
    ],
    ["bare typed-array pass", nsPerOpening.barePass, ""],
    ["plain evaluator", nsPerOpening.plain, `${times(ratios.plainOverBulk)} the bulk evaluator`],
    ["Luxon loop", nsPerOpening.luxon, `${times(ratios.luxonOverBulk)} the bulk evaluator`],
    [
      "one SQL statement",
      nsPerOpening.sql,
      ratios.sqlOverBulk === null ? "" : `${times(ratios.sqlOverBulk)} the bulk evaluator`,
    ],
  ];
  const sizes = scaling.map(
    (one) =>
      `  ${String(one.enrollees).padStart(9)} enrollees x ${lessons} lessons  ${one.seconds.toFixed(3)} s`,
  );
  return [
    `An opening, medians of one run on ${on}:`,
    ...rows.map(
      ([name, time, beside]) => `  ${name.padEnd(32)}${ns(time).padStart(12)}  ${beside}`,
    ),
    ...sizes,
    `  most memory, everybody at once: ${Math.round(peakMegabytes)} MB`,
    "",
  ].join("\n");
}
