/** What was received, earned, and is still due, month by month: as a picture and as a table that agree to the cent. */
import type { Income, IncomeMonth } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useEffect, useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../../school/api";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Empty } from "../../ui/empty";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Page } from "../../ui/page";
import type { TableColumn } from "../../ui/table/columns";
import { Table } from "../../ui/table/table";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { moneyColumn, monthColumn } from "../month-table";
import { SalesSides } from "../sales-sides";
import { useGetIncomeQuery } from "../selling-api";
import { BehindSheet } from "./behind-sheet";
import { IncomeChart } from "./income-chart";
import { fromFirst, monthWords, overAll, type Part, partsOf } from "./income-rows";
import { sayBehind, sayUnread, sayWhatComes } from "./what-comes";

const PARTS: Record<Part, string> = {
  listing: "By listing",
  course: "By course",
  cohort: "By cohort",
  partner: "By partner",
  renewed: "New and renewed",
};

/** While orders are still being worked out it looks again, so often. */
const LOOK_AGAIN = 4000;

export function IncomeScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const [isBehind, setIsBehind] = useState(false);
  const { data, error, refetch } = useGetIncomeQuery(
    { school, from: null, to: null },
    { refetchOnMountOrArgChange: true, pollingInterval: isBehind ? LOOK_AGAIN : 0 },
  );
  const behind = data?.behind ?? 0;
  useEffect(() => setIsBehind(behind > 0), [behind]);
  return (
    <Page title="Sales" full dense>
      <SalesSides school={school} here="income" />
      {!data ? (
        <Coming error={error} onRetry={refetch} widths={[1, 0.8, 0.6, 0.8]} />
      ) : data.orders === 0 && data.behind === 0 && data.unread.length === 0 ? (
        <Empty
          title="Nothing was bought yet"
          says="Once somebody buys, it stands here month by month: what was received, what is earned of it, and what is still due."
        />
      ) : (
        <Figures school={school} income={data} zone={about?.timeZone ?? "UTC"} />
      )}
    </Page>
  );
}

const nameOf = (parts: readonly { id: string; name: string }[], id: string) =>
  parts.find((part) => part.id === id)?.name ?? id;

function Figures({ school, income, zone }: { school: string; income: Income; zone: string }) {
  const { currency, thisMonth } = income;
  const [by, setBy] = useState<Part>("listing");
  const [only, setOnly] = useState<string | null>(null);
  const [shown, setShown] = useState(thisMonth);
  const [behind, setBehind] = useState(false);
  const { quiet } = usePalette();
  const parts = partsOf(income, by);
  const part: readonly IncomeMonth[] = parts.find(({ id }) => id === only)?.months ?? income.months;
  const months = useMemo(() => fromFirst(part), [part]);
  const columns = useMemo(() => columnsOf(currency, thisMonth), [currency, thisMonth]);
  const sums = overAll(months);
  const one = months.find(({ month }) => month === shown);
  const tax = only === null ? income.months.find(({ month }) => month === shown) : undefined;
  const money = (amount: number) => sayMoney(amount, currency);
  const comes = only === null ? sayWhatComes(income) : null;
  /** What will have been received by then is not known. */
  const isAhead = (month: string) => month > thisMonth;
  return (
    <>
      <View style={{ gap: 8 }}>
        <Choices label="By what it is parted" line>
          {(Object.keys(PARTS) as Part[]).map((part) => (
            <Choice
              key={part}
              label={PARTS[part]}
              taken={part === by}
              onPress={() => {
                setBy(part);
                setOnly(null);
              }}
            />
          ))}
        </Choices>
        <Choices label={PARTS[by]} line>
          <Choice label="All" taken={only === null} onPress={() => setOnly(null)} />
          {parts.map(({ id, name }) => (
            <Choice key={id} label={name} taken={only === id} onPress={() => setOnly(id)} />
          ))}
        </Choices>
      </View>
      <IncomeChart
        months={months}
        currency={currency}
        thisMonth={thisMonth}
        shown={shown}
        onShow={setShown}
      />
      {one ? (
        <View role="status" style={{ flexDirection: "row", flexWrap: "wrap", gap: 22 }}>
          <Figure name={monthWords(shown)} says={money(one.received)} below="received" />
          <Figure name="of it and of before" says={money(one.earned)} below="earned" />
          {isAhead(shown) ? null : (
            <Figure name="at its end" says={money(one.deferred)} below="received, not earned yet" />
          )}
          <Figure name="not paid" says={money(one.due)} below="due in it" />
          {tax ? <Figure name="beside it" says={money(tax.tax)} below="tax received" /> : null}
        </View>
      ) : null}
      <QuietAction
        label={`The orders behind ${monthWords(shown)}`}
        onPress={() => setBehind(true)}
      />
      {behind ? (
        <BehindSheet
          school={school}
          currency={currency}
          zone={zone}
          month={shown}
          part={only === null ? null : { by, of: only, name: nameOf(parts, only) }}
          onClose={() => setBehind(false)}
        />
      ) : null}
      <Text kind="small" color={quiet}>
        {`Net of tax, from ${income.orders === 1 ? "one order" : `${income.orders} orders`}, as of ${sayWrittenInstant(`${income.at.slice(0, 16)}:00Z`, zoneOf(zone))}. In these months ${money(sums.received)} received, ${money(sums.earned)} earned; ${money(sums.due)} is due and not paid. What is given back counts against its month. What has no end is earned over twelve months.`}
      </Text>
      {income.behind === 0 ? null : (
        <Text kind="small" role="status" style={{ maxWidth: 720 }}>
          {sayBehind(income.behind)}
        </Text>
      )}
      {income.unread.length === 0 ? null : (
        <Notice title="Not all orders are in it" detail={sayUnread(income.unread)} />
      )}
      {comes === null ? null : (
        <Text kind="small" style={{ maxWidth: 720 }}>
          {comes}
        </Text>
      )}
      <Table
        label="Income by month"
        name="income"
        columns={columns}
        rows={months}
        of={months.length}
        keyOf={({ month }) => month}
        height={{ wide: 44, phone: 96 }}
        onEnd={() => undefined}
        phone={(month) => (
          <View style={{ paddingVertical: 8 }}>
            <Text kind="strong">{monthWords(month.month)}</Text>
            <Text kind="small" color={quiet}>
              {`Received ${money(month.received)}, earned ${money(month.earned)}`}
            </Text>
            <Text kind="small" color={quiet}>
              {`${isAhead(month.month) ? "" : `Not earned yet ${money(month.deferred)}, `}due ${money(month.due)}`}
            </Text>
          </View>
        )}
      />
    </>
  );
}

function Figure({ name, says, below }: { name: string; says: string; below: string }) {
  const { quiet } = usePalette();
  const wide = useWide();
  return (
    <View style={{ minWidth: wide ? 130 : 140 }}>
      <Text kind="tiny" color={quiet}>
        {name}
      </Text>
      <Text kind="heading">{says}</Text>
      <Text kind="tiny" color={quiet}>
        {below}
      </Text>
    </View>
  );
}

function columnsOf(currency: string, thisMonth: string): TableColumn<IncomeMonth>[] {
  return [
    monthColumn(),
    moneyColumn("received", "Received", currency),
    moneyColumn("earned", "Earned", currency),
    // What will have been received by then is not known, nor what is deferred of it.
    moneyColumn(
      "deferred",
      "Received, not earned yet",
      currency,
      ({ month }) => month <= thisMonth,
    ),
    moneyColumn("due", "Due and not paid", currency),
  ];
}
