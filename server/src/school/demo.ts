/** The demo school, read from its folder, moved to today, and let in through the import's door. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { ImportRequest } from "@dawngate/contract";
import { parsePlanText, shiftPlan } from "@dawngate/core/plan";
import { type Instant, type LocalDate, localDateAt, parseDate, zoneOf } from "@dawngate/core/time";
import type { Database } from "../db/connection";
import { importSchool } from "./import";

/** The Monday on which the demo's plan file stands still; it is moved from there by whole weeks. */
interface DemoNote {
  basedOn: string;
}

/**
 * Reads the demo's folder as a request to import. Its dates are moved by the whole weeks that have passed between
 * the plan's own Monday and `now`, so that weekdays stay and the demo is always in the middle of things.
 */
export function readDemo(folder: string, now: Instant): ImportRequest {
  const text = (...names: string[]) => readFileSync(join(folder, ...names), "utf8");
  const parsed = parsePlanText(text("plan.json"));
  if (!parsed.ok) throw new Error(`The demo's plan is refused: ${JSON.stringify(parsed.faults)}`);
  const { basedOn } = JSON.parse(text("demo.json")) as DemoNote;
  const monday = parseDate(basedOn);
  if (!monday.ok) throw new Error(`demo.json: ${monday.reason}`);
  const today = localDateAt(zoneOf(parsed.plan.school.timeZone), now);
  const plan = shiftPlan(parsed.plan, wholeWeeks(monday.value, today));
  const texts: Record<string, string> = {};
  for (const course of plan.courses)
    for (const file of readdirSync(join(folder, "texts", course.id)))
      texts[`${course.id}/${file.replace(/\.md$/, "")}`] = text("texts", course.id, file).trim();
  return { plan, extras: JSON.parse(text("extras.json")), texts };
}

function wholeWeeks(from: LocalDate, to: LocalDate): number {
  return Math.floor((to - from) / 7) * 7;
}

/** Loads the demo, unless it is there. Answers the school's address. */
export async function loadDemo(
  db: Database,
  folder: string,
  now: Instant,
): Promise<{ slug: string; loaded: boolean }> {
  const request = readDemo(folder, now);
  const { slug } = (request.extras as { school: { slug: string } }).school;
  if (await db.findSchool(slug)) return { slug, loaded: false };
  await importSchool(db, request, now);
  return { slug, loaded: true };
}
