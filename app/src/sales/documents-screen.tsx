/** Invoices and credit notes of a month: what they come to, as a table, as files for the books. */
import { DOCUMENTS_A_FILE, type MonthDocument } from "@dawngate/contract/sales";
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import { DOCUMENT_KINDS } from "@dawngate/core/sales/line-words";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, yearMonthDay, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { everyPage } from "../store/every-page";
import { QuietAction } from "../ui/action";
import { FileLink } from "../ui/file-link";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { monthAfter, monthWords } from "./income/income-rows";
import { SalesSides } from "./sales-sides";
import { useGetDocumentsInfiniteQuery, useLazyGetDocumentPageQuery } from "./selling-api";

const MANY = { invoice: "invoices", "credit-note": "credit notes" } as const;

export function DocumentsScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  return (
    <Page title="Sales" full dense>
      <SalesSides school={school} here="documents" />
      {about ? (
        <OfMonth key={about.timeZone} school={school} zone={about.timeZone} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
    </Page>
  );
}

function OfMonth({ school, zone }: { school: string; zone: string }) {
  const { quiet } = usePalette();
  const [now] = useState(() => {
    const { year, month } = yearMonthDay(localDateAt(zoneOf(zone), Date.now() as Instant));
    return `${year}-${String(month).padStart(2, "0")}`;
  });
  const [month, setMonth] = useState(now);
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetDocumentsInfiniteQuery({ school, month }, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyGetDocumentPageQuery();
  const columns = useMemo(() => columnsOf(school, zone), [school, zone]);
  const rows = data?.pages.flatMap((page) => page.documents) ?? [];
  const sums = data?.pages[0]?.sums ?? [];
  const count = sums.reduce((all, one) => all + one.count, 0);
  async function* all() {
    const pages = everyPage((after) => ask({ school, month, after, most: 200 }).unwrap());
    for await (const page of pages) yield page.documents;
  }
  return (
    <>
      <View
        role="group"
        aria-label="Which month"
        style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}
      >
        <QuietAction label="Month before" onPress={() => setMonth(monthAfter(month, -1))} />
        <View role="status">
          <Text kind="name" level={2}>
            {monthWords(month)}
          </Text>
        </View>
        {month < now ? (
          <QuietAction label="Month after" onPress={() => setMonth(monthAfter(month, 1))} />
        ) : null}
      </View>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        error ? null : (
          <Skeleton widths={[0.6, 0.5, 0.7]} />
        )
      ) : count === 0 ? (
        <Text color={quiet} role="status">
          No money came or went in {monthWords(month)}. Each payment makes an invoice, each refund a
          credit note.
        </Text>
      ) : (
        <>
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 22 }}>
            {sums.map((sum) => (
              <View key={`${sum.kind} ${sum.currency}`}>
                <Text kind="heading" level={3}>
                  {sayMoney(sum.amount, sum.currency)}
                </Text>
                <Text kind="small" color={quiet}>
                  {`${sum.count === 1 ? `1 ${DOCUMENT_KINDS[sum.kind].toLowerCase()}` : `${sum.count} ${MANY[sum.kind]}`}, of it tax ${sayMoney(sum.tax, sum.currency)}`}
                </Text>
              </View>
            ))}
          </View>
          <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 22 }}>
            {Array.from({ length: Math.ceil(count / DOCUMENTS_A_FILE) }, (_, i) => (
              <FileLink
                // biome-ignore lint/suspicious/noArrayIndexKey: the parts are known by their numbers.
                key={i}
                href={addressOf("getDocumentsFile", { school, month, part: i + 1 })}
              >
                {count <= DOCUMENTS_A_FILE
                  ? "All of them as one file"
                  : `${i * DOCUMENTS_A_FILE + 1} to ${Math.min(count, (i + 1) * DOCUMENTS_A_FILE)} as one file`}
              </FileLink>
            ))}
            <TextLink href={`/${school}/settings?at=invoices`}>What stands on them</TextLink>
          </View>
          <Table
            label="Invoices and credit notes"
            name="documents"
            columns={columns}
            rows={rows}
            of={count}
            keyOf={({ number }) => number}
            height={{ wide: 52, phone: 84 }}
            onEnd={() => {
              if (hasNextPage && !isFetching) fetchNextPage();
            }}
            all={all}
            phone={(row) => <PhoneRow row={row} school={school} zone={zone} />}
          />
        </>
      )}
    </>
  );
}

const fileOf = (school: string, { order, number }: MonthDocument) =>
  addressOf("getDocument", { school, order, number });

function columnsOf(school: string, zone: string): TableColumn<MonthDocument>[] {
  const small = (text: string) => (
    <Text kind="small" numberOfLines={1}>
      {text}
    </Text>
  );
  return [
    {
      id: "number",
      title: "Number",
      always: true,
      width: 150,
      cell: (row) => <FileLink href={fileOf(school, row)}>{row.number}</FileLink>,
      text: ({ number }) => number,
    },
    {
      id: "kind",
      title: "Kind",
      width: 120,
      cell: ({ kind }) => small(DOCUMENT_KINDS[kind]),
      text: ({ kind }) => DOCUMENT_KINDS[kind],
    },
    {
      id: "buyer",
      title: "For",
      cell: ({ buyer, company }) => small(company === null ? buyer : `${company}, ${buyer}`),
      text: ({ buyer, company }) => (company === null ? buyer : `${company}, ${buyer}`),
    },
    {
      id: "title",
      title: "What",
      cell: ({ title }) => small(title),
      text: ({ title }) => title,
    },
    {
      id: "at",
      title: "On",
      width: 180,
      cell: ({ at }) => small(sayWrittenInstant(at, zoneOf(zone))),
      text: ({ at }) => at,
    },
    {
      id: "tax",
      title: "Of it tax",
      width: 110,
      right: true,
      cell: ({ tax, currency }) => small(sayMoney(tax, currency)),
      text: ({ tax, currency }) => plainMoney(tax, currency),
    },
    {
      id: "amount",
      title: "In all",
      width: 120,
      right: true,
      cell: ({ amount, currency }) => small(sayMoney(amount, currency)),
      text: ({ amount, currency }) => plainMoney(amount, currency),
    },
    {
      id: "currency",
      title: "Currency",
      width: 90,
      hidden: true,
      cell: ({ currency }) => small(currency),
      text: ({ currency }) => currency,
    },
    {
      id: "taxNumber",
      title: "Buyer's tax number",
      width: 160,
      hidden: true,
      cell: ({ taxNumber }) => small(taxNumber ?? ""),
      text: ({ taxNumber }) => taxNumber,
    },
    {
      id: "of",
      title: "Credits",
      width: 150,
      hidden: true,
      cell: ({ of }) => small(of.join(", ")),
      text: ({ of }) => of.join(" "),
    },
    {
      id: "order",
      title: "Order",
      width: 150,
      hidden: true,
      cell: ({ order }) => small(order),
      text: ({ order }) => order,
    },
  ];
}

function PhoneRow({ row, school, zone }: { row: MonthDocument; school: string; zone: string }) {
  const { line, quiet } = usePalette();
  const { number, kind, buyer, company, title, at, amount, currency } = row;
  return (
    <View style={{ borderBottomWidth: 1, borderBottomColor: line, paddingVertical: 4 }}>
      <View style={{ flexDirection: "row", justifyContent: "space-between", alignItems: "center" }}>
        <FileLink href={fileOf(school, row)}>{`${DOCUMENT_KINDS[kind]} ${number}`}</FileLink>
        <Text kind="strong">{sayMoney(amount, currency)}</Text>
      </View>
      <Text kind="small" color={quiet} numberOfLines={2} style={{ marginTop: -6 }}>
        {[company ?? buyer, title, sayWrittenInstant(at, zoneOf(zone), false)].join(" · ")}
      </Text>
    </View>
  );
}
