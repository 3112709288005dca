/** What ends when: whose access runs out, month by month, what hangs on it, and who they are. */
import type { Ending } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../../school/api";
import { Coming } from "../../store/coming";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Empty } from "../../ui/empty";
import { Page } from "../../ui/page";
import type { TableColumn } from "../../ui/table/columns";
import { Table } from "../../ui/table/table";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { monthWords } from "../income/income-rows";
import { MonthColumns } from "../month-columns";
import { moneyColumn, monthColumn } from "../month-table";
import { SalesSides } from "../sales-sides";
import { useGetEndingQuery } from "../selling-api";
import { EndingPeople } from "./ending-people";
import { byMonth, hangsOn, partsOf, peopleOf } from "./ending-rows";

export function EndingScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetEndingQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <Page title="Sales" full dense>
      <SalesSides school={school} here="ending" />
      {!data ? (
        <Coming error={error} onRetry={refetch} widths={[1, 0.8, 0.6, 0.8]} />
      ) : data.rows.length === 0 ? (
        <Empty
          title="Nobody's access ends within a year"
          says="Whoever has bought something for a time stands here in the month in which it ends, with what comes in if they renew."
        />
      ) : (
        <Ends school={school} ending={data} zone={about?.timeZone ?? "UTC"} />
      )}
    </Page>
  );
}

type Month = ReturnType<typeof byMonth>[number];

function Ends({ school, ending, zone }: { school: string; ending: Ending; zone: string }) {
  const { currency, months: all } = ending;
  const [only, setOnly] = useState<string | null>(null);
  const parts = useMemo(() => partsOf(ending), [ending]);
  const part = parts.find(({ id }) => id === only);
  const months = useMemo(() => byMonth(ending, part ? [part.row] : ending.rows), [ending, part]);
  // The first month in which somebody's ends, until another is pressed.
  const [pressed, setPressed] = useState<string | null>(null);
  const thisMonth = all[0] ?? "";
  const shown = pressed ?? months.find(({ people }) => people > 0)?.month ?? thisMonth;
  const { quiet } = usePalette();
  const columns = useMemo(() => columnsOf(currency), [currency]);
  const money = (amount: number) => sayMoney(amount, currency);
  return (
    <>
      <Choices label="By what they are in" line>
        <Choice label="All" taken={part === undefined} onPress={() => setOnly(null)} />
        {parts.map(({ id, name }) => (
          <Choice key={id} label={name} taken={id === only} onPress={() => setOnly(id)} />
        ))}
      </Choices>
      <MonthColumns
        label="What ends a month"
        keys={{ dotted: "comes in if all of them renew", line: "what was cancelled cost a period" }}
        months={months.map(({ month, people, hangs, cancelled }) => ({
          month,
          full: 0,
          dotted: hangs,
          line: cancelled,
          says: sayMonth({ people, hangs, cancelled }, money),
        }))}
        thisMonth={thisMonth}
        shown={shown}
        onShow={setPressed}
      />
      <Text kind="small" color={quiet} style={{ maxWidth: 720 }}>
        {`${sayAll(ending, part ? [part.row] : ending.rows, money)} As of ${sayWrittenInstant(`${ending.at.slice(0, 16)}:00Z`, zoneOf(zone))}. Who stays longer by another order, and what is paid on by itself, is not among them.`}
      </Text>
      <EndingPeople
        key={`${shown} ${only}`}
        school={school}
        zone={zone}
        month={shown}
        row={part?.row ?? null}
      />
      <Table
        label="What ends by month"
        name="ending"
        columns={columns}
        rows={months}
        of={months.length}
        keyOf={({ month }) => month}
        height={{ wide: 44, phone: 72 }}
        onEnd={() => undefined}
        onOpen={({ month }) => setPressed(month)}
        phone={(month) => (
          <View style={{ paddingVertical: 8 }}>
            <Text kind="strong">{monthWords(month.month)}</Text>
            <Text kind="small" color={quiet}>
              {sayMonth(month, money)}
            </Text>
          </View>
        )}
      />
    </>
  );
}

const people = (count: number) => (count === 1 ? "one person" : `${count} people`);

/** "3 people, €147.00 if all renew". */
function sayMonth(
  { people: count, hangs, cancelled }: Omit<Month, "month">,
  money: (amount: number) => string,
): string {
  if (count === 0) return "nobody";
  return [
    people(count),
    ...(hangs > 0 ? [`${money(hangs)} if all renew`] : []),
    ...(cancelled > 0 ? [`${money(cancelled)} a period cancelled`] : []),
  ].join(", ");
}

/** What all of it comes to, and what one of them pays. */
function sayAll(
  { months }: Ending,
  rows: Ending["rows"],
  money: (amount: number) => string,
): string {
  const through = monthWords(months.at(-1) ?? "");
  const renewing = rows.filter(({ cancelled }) => !cancelled).flatMap((row) => row.months);
  const gone = rows.filter(({ cancelled }) => cancelled).flatMap((row) => row.months);
  const [one] = rows;
  const each =
    rows.length === 1 && one && !one.cancelled
      ? one.price === null
        ? " It is not renewed: it is sold no more, or ends with a cohort."
        : ` One of them pays ${money(one.price)} today.`
      : "";
  return `Through ${through} it ends for ${people(peopleOf(rows.flatMap((row) => row.months)))}.${
    hangsOn(renewing) > 0
      ? ` If all renew at today's price it brings ${money(hangsOn(renewing))}.`
      : ""
  }${hangsOn(gone) > 0 ? ` Subscriptions that were cancelled brought ${money(hangsOn(gone))} a period.` : ""}${each}`;
}

const columnsOf = (currency: string): TableColumn<Month>[] => [
  monthColumn(),
  {
    id: "people",
    title: "It ends for",
    width: 140,
    right: true,
    cell: ({ people }) => <Text kind="small">{people}</Text>,
    text: ({ people }) => people,
  },
  moneyColumn("hangs", "If all renew", currency),
  moneyColumn("cancelled", "Cancelled, a period", currency),
];
