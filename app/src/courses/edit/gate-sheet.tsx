/** When an item opens, closes and is due, as sentences whose parts one presses, with the dates they come to. */

import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { circleThrough, type Operation } from "@dawngate/core/courses";
import type { PlanCourse, PlanGate, PlanMoment } from "@dawngate/core/plan";
import { explainClosing, explainOpening } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { markOf } from "../../schedule/state-words";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Sheet } from "../../ui/sheet";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type Found, findItem } from "./find-item";
import { GateWriting } from "./gate-writing";
import type { MomentContext } from "./moment-context";
import { MomentSentence } from "./moment-sentence";
import { withAnchor } from "./moments";
import { gateFor, momentFor, SameForOthers } from "./same-for-others";
import { titleIn } from "./title-in";

/** A cohort that may hold an item by a gate of its own. */
export interface CohortGate {
  id: string;
  name: string;
  /** Undefined: the course's gate holds there too. */
  own: PlanGate | null | undefined;
  set(gate: PlanGate | null | undefined): void;
}

interface Props {
  course: PlanCourse;
  found: Found;
  /** Other rows that get the same, as one step. */
  also: ReadonlySet<string>;
  row: TimelineItemAnswer | null;
  zone: Zone;
  hasCohorts: boolean;
  /** What the school calls a lesson. */
  lesson: string;
  /** The cohort whose dates are shown; null: nobody's in particular. */
  cohort: CohortGate | null;
  perform(...operations: Operation[]): void;
  onClose(): void;
}

export function GateSheet(props: Props) {
  const { course, found, also, row, zone, hasCohorts, lesson, cohort, perform, onClose } = props;
  const { item, before } = found;
  const { quiet, ember } = usePalette();
  const titleOf = (id: string) => titleIn(course, id);
  const speaker = { zone, titleOf, person: "they" as const };
  const today = formatDate(localDateAt(zone, Date.now() as Instant));
  const context: MomentContext = { course, own: item.id, before, hasCohorts, today, role: "opens" };
  const [others, setOthers] = useState(false);
  const rows = [...new Set([item.id, ...also])];
  const set = (part: Part) => perform(...rows.flatMap((id) => partFor(course, part, item.id, id)));
  const [refused, setRefused] = useState<string | null>(null);
  const forCohort = cohort !== null && cohort.own !== undefined;
  const gate = forCohort ? (cohort.own ?? null) : item.gate;
  const put = (next: PlanGate | null) => {
    const circle = circleThrough(course, item.id, next);
    setRefused(circle && sayCircle(circle.map(titleOf)));
    if (circle) return;
    if (forCohort) cohort.set(next);
    else set({ gate: next });
  };
  return (
    <Sheet
      title={
        rows.length > 1 ? `${rows.length} rows open` : `${item.title || "Without a title"} opens`
      }
      onClose={onClose}
    >
      {cohort ? (
        <Choices label="Whose gate">
          <Choice
            label="the course's gate"
            taken={!forCohort}
            onPress={() => cohort.set(undefined)}
          />
          <Choice
            label={`cohort ${cohort.name}'s own`}
            taken={forCohort}
            onPress={() => cohort.own === undefined && cohort.set(item.gate)}
          />
        </Choices>
      ) : null}
      {row ? (
        <View style={{ flexDirection: "row", gap: 12, alignItems: "center" }} role="status">
          <SunMark mark={markOf(row)} size={28} />
          <Text kind="small" style={{ flex: 1 }}>
            {explainOpening(row.why, speaker).sentence}
          </Text>
        </View>
      ) : (
        <Text kind="small" color={quiet}>
          It is not published, so it opens for nobody yet.
        </Text>
      )}
      <GateSentence gate={gate} context={context} onGate={put} />
      <GateWriting
        course={course}
        item={item.id}
        gate={gate}
        lesson={lesson}
        onGate={put}
        perform={perform}
      />
      {refused ? (
        <Text kind="small" color={ember} role="alert">
          {refused}
        </Text>
      ) : null}
      <Limit
        name="Closes"
        none="Stays open to the end of access."
        offer="Let it close"
        moment={item.closes}
        context={{ ...context, role: "closes" }}
        says={row && item.closes ? explainClosing(row.closesWhy, speaker).sentence : null}
        onMoment={(closes) => set({ closes })}
      />
      <Limit
        name="Due"
        none="No due date."
        offer="Give it a due date: it locks nothing"
        moment={item.due}
        context={{ ...context, role: "due" }}
        says={null}
        onMoment={(due) => set({ due })}
      />
      {rows.length > 1 ? null : others ? (
        <SameForOthers
          course={course}
          found={found}
          perform={perform}
          onDone={() => setOthers(false)}
        />
      ) : (
        <QuietAction label="Same for others …" onPress={() => setOthers(true)} />
      )}
      <Text kind="small" color={quiet}>
        {forCohort
          ? "For this cohort, kept as you change it: people in it have these dates at once."
          : "Kept as you change it; Undo takes it back."}
      </Text>
    </Sheet>
  );
}

type Part = Partial<{ gate: PlanGate | null; closes: PlanMoment | null; due: PlanMoment | null }>;

/** The same part for another row: what counts from the row itself counts from that one there. */
function partFor(course: PlanCourse, part: Part, from: string, to: string): Operation[] {
  const found = findItem(course, to);
  if (!found) return [];
  const set: Part = {
    ...(part.gate !== undefined && { gate: to === from ? part.gate : gateFor(part.gate, to) }),
    ...(part.closes !== undefined && { closes: momentFor(part.closes, from, to) }),
    ...(part.due !== undefined && { due: momentFor(part.due, from, to) }),
  };
  if (set.gate && circleThrough(course, to, set.gate)) return [];
  return [
    { type: found.kind === "module" ? "set-module" : "set-lesson", item: to, set } as Operation,
  ];
}

/** What a refused gate would have closed. */
function sayCircle([first, ...others]: string[]): string {
  const name = (title: string | undefined) => `“${title}”`;
  if (others.length <= 1) return `Not kept: ${name(first)} would wait for its own opening.`;
  return `Not kept: a circle. ${name(first)} would wait for ${others.map(name).join(", which waits for ")}.`;
}

const CHIPS = { flexDirection: "row", flexWrap: "wrap", gap: 8 } as const;

function GateSentence({
  gate,
  context,
  onGate,
}: {
  gate: PlanGate | null;
  context: MomentContext;
  onGate(gate: PlanGate | null): void;
}) {
  const { course, before, own, today } = context;
  const when = gate?.when ?? [];
  const need = gate?.need ?? "all";
  const put = (moments: PlanMoment[], next = need) =>
    onGate(moments.length === 0 ? null : { need: next, when: moments });
  const other =
    before?.id ??
    course.modules.flatMap((module) => module.lessons).find(({ id }) => id !== own)?.id ??
    own;
  if (when.length === 0)
    return (
      <View style={{ gap: 10 }}>
        <Text kind="strong">at once</Text>
        <View style={CHIPS}>
          <Choice
            label="some days after enrolling"
            onPress={() => put([withAnchor(null, "enrolled", other, today)])}
          />
          {before ? (
            <Choice
              label="some days after the one before"
              onPress={() => put([withAnchor(null, "opened", before.id, today)])}
            />
          ) : null}
          <Choice label="on a date" onPress={() => put([withAnchor(null, "date", other, today)])} />
          <Choice
            label="after finishing something"
            onPress={() => put([withAnchor(null, "completed", other, today)])}
          />
          <Choice label="by hand" onPress={() => put([withAnchor(null, "staff", other, today)])} />
        </View>
      </View>
    );
  return (
    <View style={{ gap: 14 }}>
      {when.map((moment, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: a condition is known by its place in the sentence
          key={i}
          style={{ gap: 6 }}
        >
          {i > 0 ? <Text kind="strong">{need === "all" ? "and" : "or"}</Text> : null}
          <MomentSentence
            context={context}
            moment={moment}
            onChange={(next) => put(when.map((one, k) => (k === i ? next : one)))}
          />
          <Choice
            label={when.length === 1 ? "No gate: at once" : "Take this condition away"}
            onPress={() => put(when.filter((_, k) => k !== i))}
          />
        </View>
      ))}
      {when.length > 1 ? (
        <Choices label="How many are needed">
          <Choice
            label="All of these: the latest counts"
            taken={need === "all"}
            onPress={() => put(when, "all")}
          />
          <Choice
            label="Any of these: the earliest counts"
            taken={need === "any"}
            onPress={() => put(when, "any")}
          />
        </Choices>
      ) : null}
      <View style={CHIPS}>
        <Choice
          label="+ and only when …"
          onPress={() => put([...when, withAnchor(null, "completed", other, today)], "all")}
        />
        {when.length === 1 ? (
          <Choice
            label="+ or already when …"
            onPress={() => put([...when, withAnchor(null, "completed", other, today)], "any")}
          />
        ) : null}
      </View>
    </View>
  );
}

function Limit({
  name,
  none,
  offer,
  moment,
  context,
  says,
  onMoment,
}: {
  name: string;
  none: string;
  offer: string;
  moment: PlanMoment | null;
  context: MomentContext;
  says: string | null;
  onMoment(moment: PlanMoment | null): void;
}) {
  const { quiet } = usePalette();
  const first = (): PlanMoment => ({ from: "opened", item: context.own, add: "P14D", edge: "end" });
  return (
    <View role="group" aria-label={name} style={{ gap: 8 }}>
      {moment ? (
        <>
          <Text kind="strong">{name}</Text>
          <MomentSentence context={context} moment={moment} onChange={onMoment} />
          {says ? (
            <Text kind="small" color={quiet}>
              {says}
            </Text>
          ) : null}
          <Choice label={none.replace(/\.$/, "")} onPress={() => onMoment(null)} />
        </>
      ) : (
        <View style={[CHIPS, { alignItems: "center" }]}>
          <Text kind="small" color={quiet}>
            {none}
          </Text>
          <Choice label={offer} onPress={() => onMoment(first())} />
        </View>
      )}
    </View>
  );
}
