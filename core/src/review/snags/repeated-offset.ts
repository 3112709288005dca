/**
 * Offsets that repeat where they should add up: "7 days after enrolling" on module after module opens them all on one
 * day. The commonest mistake of the trade (calculations.md, section 3; common practice).
 */
import { anchorOf, type PlanGate, type PlanItem, type PlanMoment } from "../../plan";
import { listed, quoted, sayOffset, sayPlannedMoment } from "../../schedule/words";
import { chainedGate, gateOperation, type Look, publishedModules } from "../look";
import type { Finding, Mend } from "../snag";

type Counted = Exclude<PlanMoment, { from: "staff" }> & { add: string };
interface Step {
  item: PlanItem;
  moment: Counted;
}

export function repeatedOffsets(look: Look): Finding[] {
  const modules = publishedModules(look.course);
  return [modules, ...modules.map(({ lessons }) => lessons)].flatMap((siblings) =>
    sequencesOf(siblings).flatMap((sequence) => runsIn(sequence, look)),
  );
}

/** Neighbours that count from the same anchor, one after another. */
function sequencesOf(siblings: readonly PlanItem[]): Step[][] {
  const sequences: Step[][] = [];
  let last: string | null = null;
  for (const item of siblings) {
    const moment = countedMoment(item.gate);
    const anchor = moment && JSON.stringify(anchorOf(moment));
    if (moment && anchor === last) sequences.at(-1)?.push({ item, moment });
    else if (moment) sequences.push([{ item, moment }]);
    last = anchor;
  }
  return sequences;
}

/** The one moment of a gate that waits some days from something all its neighbours share. */
function countedMoment(gate: PlanGate | null): Counted | null {
  const [moment, ...more] = gate?.when ?? [];
  if (!moment || more.length > 0 || moment.from === "staff" || "item" in moment) return null;
  if (moment.from === "signal" || !moment.add?.match(/[1-9]/) || moment.add.startsWith("-"))
    return null;
  return moment as Counted;
}

function runsIn(sequence: Step[], look: Look): Finding[] {
  const found: Finding[] = [];
  for (let start = 0; start < sequence.length; ) {
    const { moment } = sequence[start] as Step;
    let end = start + 1;
    while (end < sequence.length && sequence[end]?.moment.add === moment.add) end++;
    if (end - start > 1) found.push(finding(sequence, start, end, look));
    start = end;
  }
  return found;
}

function finding(sequence: Step[], start: number, end: number, look: Look): Finding {
  const run = sequence.slice(start, end);
  const { item, moment } = run[1] as Step;
  const names = run.map((step) => quoted(step.item.title));
  const says = sayPlannedMoment({ ...moment, weekdays: undefined, at: undefined }, look.titleOf);
  const sums = addedUp(sequence, start);
  const next = sums?.get(item.id);
  const hint = next ? ` To follow each other, ${names[1]} would say ${sayOffset(next)}.` : "";
  const reason =
    run.length === 2
      ? `${names[1]} opens on the same day as ${names[0]}: both say ${says}.${hint}`
      : `${listed(names.slice(0, 3))}${run.length > 3 ? ` and ${run.length - 3} more` : ""} open on one day: each says ${says}.${hint}`;
  return {
    weight: "likely",
    item: item.id,
    cohort: null,
    reason,
    mends: [...(sums ? [addUp(sequence, sums)] : []), chain(run, stepOf(sequence, start))],
    about: run.map((step) => [step.item.id, step.moment]),
  };
}

const ONE_UNIT = /^P(\d+)([DWMY])$/;

/** The step of a sequence, judged by where the repetition begins: 7 days in its first place, 7 where 14 stands second. */
function stepOf(sequence: Step[], start: number): string {
  const add = (sequence[start] as Step).moment.add;
  const found = ONE_UNIT.exec(add);
  const amount = Number(found?.[1]);
  return found && amount % (start + 1) === 0 ? `P${amount / (start + 1)}${found[2]}` : add;
}

/** Offsets by item as they would follow each other from the repetition on; null where they are not of one unit. */
function addedUp(sequence: Step[], start: number): Map<string, string> | null {
  const step = ONE_UNIT.exec(stepOf(sequence, start));
  const sums = new Map<string, string>();
  let before = Number(ONE_UNIT.exec((sequence[start] as Step).moment.add)?.[1]);
  for (const { item, moment } of sequence.slice(start + 1)) {
    const found = ONE_UNIT.exec(moment.add);
    if (!step || !found || found[2] !== step[2]) return null;
    const least = before + Number(step[1]);
    before = Math.max(Number(found[1]), least);
    if (before !== Number(found[1])) sums.set(item.id, `P${before}${step[2]}`);
  }
  return sums;
}

function addUp(sequence: Step[], sums: ReadonlyMap<string, string>): Mend {
  const steps = sequence.filter(({ item }) => sums.has(item.id));
  const says = [...sums.values()].map(sayOffset);
  const label =
    says.length === 1
      ? `Make it ${says[0]}`
      : `Make them ${says.length > 4 ? `${says[0]}, ${says[1]} … ${says.at(-1)}` : listed(says)}`;
  return {
    label,
    operations: steps.map(({ item, moment }) =>
      gateOperation(item, {
        need: "all",
        when: [{ ...moment, add: sums.get(item.id) as string } as PlanMoment],
      }),
    ),
  };
}

/** Each counts from the opening of the one before: it slides with it and never doubles. */
function chain(run: Step[], step: string): Mend {
  return {
    label: `Count from the one before, ${sayOffset(step)} each`,
    operations: run
      .slice(1)
      .map(({ item, moment }, i) =>
        gateOperation(item, chainedGate((run[i] as Step).item.id, step, moment)),
      ),
  };
}
