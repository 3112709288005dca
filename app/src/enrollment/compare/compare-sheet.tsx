/** Cohorts side by side: who is in, who has begun and finished, how far they are, as a table and as lines. */

import type { ComparedCohort } from "@dawngate/contract/compare";
import type { Cohort } from "@dawngate/contract/courses";
import type { Income } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { ScrollView, View } from "react-native";
import type { InCourse } from "../../courses/api";
import { useGetIncomeQuery } from "../../sales/selling-api";
import { useMay } from "../../school/may";
import { Coming } from "../../store/coming";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { toggled } from "../../ui/toggled";
import { ownZone } from "../../ui/zone";
import { useCompareCohortsQuery } from "./api";
import { moneyOf, monthsOf } from "./cohort-money";
import { ProgressChart } from "./progress-chart";

/** So many at once; the server holds to it too. */
const MOST = 6;

interface Props {
  place: InCourse;
  cohorts: readonly Cohort[];
  onClose(): void;
}

export function CompareSheet({ place, cohorts, onClose }: Props) {
  const [chosen, setChosen] = useState(cohorts.slice(0, 4).map(({ id }) => id));
  const [width, setWidth] = useState(320);
  const { data, error, refetch } = useCompareCohortsQuery(
    { school: place.school, course: place.course, cohorts: chosen.join(",") },
    { skip: chosen.length === 0, refetchOnMountOrArgChange: true },
  );
  const { quiet } = usePalette();
  const sells = useMay(place.school)("sales.see");
  const today = formatDate(localDateAt(zoneOf(ownZone()), Date.now() as Instant));
  const months = monthsOf(
    cohorts.map(({ starts }) => starts),
    today,
  );
  const { data: income } = useGetIncomeQuery({ school: place.school, ...months }, { skip: !sells });
  const measures =
    sells && income && income.orders > 0
      ? [...MEASURES, ...moneyMeasures(income, place.course)]
      : MEASURES;
  const toggle = (id: string) => setChosen(toggled(chosen, id).slice(-MOST));
  return (
    <Sheet title="Cohorts side by side" broad onClose={onClose}>
      <Choices label="Which cohorts" many>
        {cohorts.map(({ id, name }) => (
          <Choice
            key={id}
            many
            label={name}
            taken={chosen.includes(id)}
            onPress={() => toggle(id)}
          />
        ))}
      </Choices>
      {chosen.length === 0 ? (
        <Text color={quiet}>Choose some of them, six at the most.</Text>
      ) : data ? (
        <View
          style={{ gap: 18 }}
          onLayout={({ nativeEvent }) => setWidth(Math.max(240, nativeEvent.layout.width))}
        >
          <ProgressChart cohorts={data.cohorts} width={width} />
          <Figures cohorts={data.cohorts} measures={measures} />
          <Text kind="small" color={quiet}>
            {`Done on average: of what each has to do. Weeks count from each cohort's first day.${measures === MEASURES ? "" : " Money is without tax; what was bought without a cohort stands with the income alone."}`}
          </Text>
        </View>
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </Sheet>
  );
}

const percent = (part: number, whole: number) =>
  whole === 0 ? "–" : `${Math.round((part / whole) * 100)} %`;

type Measure = [title: string, of: (cohort: ComparedCohort) => string];
const MEASURES: readonly Measure[] = [
  ["First day", ({ starts }) => sayWrittenDate(starts)],
  ["People", ({ people, seats }) => (seats === null ? `${people}` : `${people} of ${seats}`)],
  ["Access not ended", ({ here }) => `${here}`],
  ["Have begun", ({ begun, people }) => `${begun} (${percent(begun, people)})`],
  ["Have finished", ({ finished, people }) => `${finished} (${percent(finished, people)})`],
  ["Done on average", ({ share }) => (share === null ? "–" : `${Math.round(share * 100)} %`)],
  ["Paused or suspended", ({ paused }) => `${paused}`],
  ["Wait for a seat", ({ waiting }) => `${waiting}`],
];

/** What each brought, without tax. */
function moneyMeasures(income: Income, course: string): Measure[] {
  const said = (of: "received" | "due") => (cohort: ComparedCohort) =>
    sayMoney(moneyOf(income, course, cohort.id)[of], income.currency);
  return [
    ["Received", said("received")],
    ["Due and not paid", said("due")],
  ];
}

/** Each cohort a column: on a phone they scroll beside the measures. */
function Figures({
  cohorts,
  measures,
}: {
  cohorts: readonly ComparedCohort[];
  measures: readonly Measure[];
}) {
  const { line, quiet } = usePalette();
  const cell = { width: 128, paddingVertical: 8, paddingRight: 10 } as const;
  const row = { flexDirection: "row", borderBottomWidth: 1, borderBottomColor: line } as const;
  return (
    <ScrollView horizontal testID="one-line" tabIndex={0}>
      <View role="table" aria-label="Cohorts side by side">
        <View role="row" style={row}>
          <View role="columnheader" style={cell}>
            <Text kind="small" color={quiet}>
              Measure
            </Text>
          </View>
          {cohorts.map(({ id, name }) => (
            <View role="columnheader" key={id} style={cell}>
              <Text kind="strong">{name}</Text>
            </View>
          ))}
        </View>
        {measures.map(([title, of]) => (
          <View role="row" key={title} style={row}>
            <View role="rowheader" style={cell}>
              <Text kind="small" color={quiet}>
                {title}
              </Text>
            </View>
            {cohorts.map((cohort) => (
              <View role="cell" key={cohort.id} style={cell}>
                <Text>{of(cohort)}</Text>
              </View>
            ))}
          </View>
        ))}
      </View>
    </ScrollView>
  );
}
