/** What narrows and sorts the roster: a part of a name, how people stand, a cohort, and by what they are sorted. */
import type { Cohort } from "@dawngate/contract/courses";
import type { OwnField } from "@dawngate/contract/own-fields";
import type { RosterOrder, RosterTotals } from "@dawngate/contract/roster";
import { NEEDS_COUNTED } from "@dawngate/core/enrollment/needs";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { NarrowByAnswer, sayNarrowed } from "../../people/fields/own-columns";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { useWide } from "../../ui/layout";
import { SearchField } from "../../ui/search-field";
import { Sheet } from "../../ui/sheet";
import { ByCourse, OTHER_WORDS } from "./by-course";
import { KeptViews } from "./kept-views";
import { STANDING_NAMES } from "./say-standing";
import type { Narrowed } from "./use-roster";

const ORDERS: [RosterOrder, string][] = [
  ["name", "Sorted by name"],
  ["next", "Sorted by what opens next"],
  ["ends", "Sorted by the end of access"],
  ["enrolled", "Sorted by the day of enrolling, latest first"],
  ["seen", "Sorted by when they were here, longest ago first"],
];

interface Props {
  school: string;
  /** Whose people they are. */
  course: string;
  cohorts: readonly Pick<Cohort, "id" | "name">[];
  /** The school's own: by a choice of one of them people are narrowed. */
  fields: readonly OwnField[];
  narrowed: Narrowed;
  /** Null: not counted. */
  totals: RosterTotals | null;
  /** How people stand whatever is looked for; null: not known yet. */
  present: RosterTotals | null;
  onNarrow(change: Partial<Narrowed>): void;
  /** What else one can do here. */
  children: ReactNode;
}

export function RosterFilters(props: Props) {
  const { school, course, cohorts, fields, narrowed, totals, present, onNarrow, children } = props;
  const wide = useWide();
  const [sorting, setSorting] = useState(false);
  const { standing, cohort, answer, other } = narrowed;
  const answerName = sayNarrowed(fields, answer);
  const counted = (name: string, of = totals): number | null =>
    of === null
      ? null
      : name === "finished"
        ? of.finished
        : (of.standings[name] ?? of.needs[name] ?? 0);
  // What nobody is is not offered, but stays where it is chosen.
  const offered = STANDING_NAMES.filter(
    ([name]) => name === standing || (counted(name, present) ?? 0) > 0,
  );
  const cohortName = cohorts.find(({ id }) => id === cohort)?.name;
  const order = ORDERS.find(([name]) => name === narrowed.order)?.[1] ?? "";
  const who = (
    <Choices label="Who" line={!wide}>
      <Choice
        label={totals ? `Everybody ${totals.all}` : "Everybody"}
        taken={standing === null}
        onPress={() => onNarrow({ standing: null })}
      />
      {offered.map(([name, label]) => {
        const count = counted(name);
        return (
          <Choice
            key={name}
            label={
              count === null
                ? label
                : `${label} ${count > NEEDS_COUNTED && name in (totals?.needs ?? {}) ? `over ${NEEDS_COUNTED}` : count}`
            }
            taken={standing === name}
            onPress={() => onNarrow({ standing: name })}
          />
        );
      })}
    </Choices>
  );
  return (
    <View style={{ gap: 8 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "center" }}>
        <View style={wide ? { width: 250 } : { flex: 1, minWidth: 200 }}>
          <SearchField
            label="Find by name"
            value={narrowed.find}
            onChange={(find) => onNarrow({ find })}
          />
        </View>
        <QuietAction
          label={
            [
              cohortName
                ? `Cohort ${cohortName}`
                : wide && cohorts.length > 0
                  ? "All cohorts"
                  : null,
              answerName,
              other ? OTHER_WORDS[other.is] : null,
              wide ? null : order,
            ]
              .filter(Boolean)
              .join(", ") || "More filters"
          }
          onPress={() => setSorting(true)}
        />
        {children}
        {wide ? <View style={{ flex: 1, minWidth: 400 }}>{who}</View> : null}
      </View>
      {wide ? null : who}
      {sorting ? (
        <Sheet title="Whom, and in what order" onClose={() => setSorting(false)}>
          <KeptViews school={school} fields={fields} narrowed={narrowed} onNarrow={onNarrow} />
          {cohorts.length > 0 ? (
            <Choices label="Cohort">
              <Choice
                label="All cohorts"
                taken={cohort === null}
                onPress={() => onNarrow({ cohort: null })}
              />
              {cohorts.map(({ id, name }) => (
                <Choice
                  key={id}
                  label={totals ? `${name} ${totals.cohorts[id] ?? 0}` : name}
                  taken={cohort === id}
                  onPress={() => onNarrow({ cohort: id })}
                />
              ))}
            </Choices>
          ) : null}
          <NarrowByAnswer
            fields={fields}
            answer={answer}
            onNarrow={(next) => onNarrow({ answer: next })}
          />
          <ByCourse
            school={school}
            course={course}
            other={other}
            onOther={(next) => onNarrow({ other: next })}
          />
          <Choices label="Sorted">
            {ORDERS.map(([name, label]) => (
              <Choice
                key={name}
                label={label}
                taken={narrowed.order === name}
                onPress={() => onNarrow({ order: name })}
              />
            ))}
          </Choices>
        </Sheet>
      ) : null}
    </View>
  );
}
