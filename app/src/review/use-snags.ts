/** The snags of a draft as it is edited, found beside the page. */
import type { PlanCohort, PlanCourse, PlanSchool } from "@dawngate/core/plan";
import type { Snag } from "@dawngate/core/review";
import { startTransition, useEffect, useRef, useState } from "react";
import { type Finder, startFinder } from "./finder";

const NONE: readonly Snag[] = [];
/** While one types on, the next key is sooner. */
const PAUSE = 80;

export function useSnags(
  school: PlanSchool,
  course: PlanCourse,
  cohorts: readonly (PlanCohort & { name: string })[],
): readonly Snag[] {
  const [snags, setSnags] = useState(NONE);
  const finder = useRef<Finder | null>(null);
  const asked = useRef(0);
  useEffect(() => {
    let last = "";
    finder.current = startFinder(({ number, snags: found }) => {
      const said = JSON.stringify(found);
      if (number !== asked.current || said === last) return;
      last = said;
      startTransition(() => setSnags(found));
    });
    return () => finder.current?.stop();
  }, []);
  const { timeZone, currency, calendar } = school;
  useEffect(() => {
    const timer = setTimeout(() => {
      asked.current += 1;
      const plain = { timeZone, currency, calendar };
      const question = { number: asked.current, school: plain, course, cohorts, now: Date.now() };
      finder.current?.ask(question);
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [timeZone, currency, calendar, course, cohorts]);
  return snags;
}

/** What a row says of its heaviest snag; what the row says anyway is left out. */
const SHORT: Partial<Record<Snag["kind"], string>> = {
  "repeated-offset": "same day as the one before",
  "same-day": "same day as the one before",
  "never-opens": "can never open",
  "closes-first": "shuts before it opens",
  "after-access": "after access has ended",
  "clock-change": "in a clock change",
};

/** Short words by item, of snags that are not meant so. */
export function shortSnags(snags: readonly Snag[]): Map<string, string> {
  const short = new Map<string, string>();
  for (const { item, kind } of snags) {
    const says = SHORT[kind];
    if (item !== null && says && !short.has(item)) short.set(item, says);
  }
  return short;
}
