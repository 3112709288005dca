/** What was paid out to all partners, to be taken along for the books; nothing where nothing was. */
import type { PaidOut } from "@dawngate/contract/partners";
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import { useMemo } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { everyPage } from "../../store/every-page";
import { Notice } from "../../ui/notice";
import { saidAt } from "../../ui/said-at";
import type { TableColumn } from "../../ui/table/columns";
import { Table } from "../../ui/table/table";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { useGetPayoutsInfiniteQuery, useLazyGetPayoutsPageQuery } from "./api";

interface Props {
  school: string;
  zone: string;
  hrefOf(partner: string): string;
}

export function PayoutsTable({ school, zone, hrefOf }: Props) {
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetPayoutsInfiniteQuery({ school }, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyGetPayoutsPageQuery();
  const columns = useMemo(() => columnsOf(zone, hrefOf), [zone, hrefOf]);
  const rows = data?.pages.flatMap((page) => page.payouts) ?? [];
  async function* all() {
    const pages = everyPage((after) => ask({ school, after, most: 200 }).unwrap());
    for await (const page of pages) yield page.payouts;
  }
  if (error) return <Notice {...explain(error)} onRetry={refetch} />;
  if (rows.length === 0) return null;
  return (
    <View style={{ gap: 6, paddingTop: 18 }}>
      <Text kind="heading" level={2}>
        Paid out
      </Text>
      <Table
        label="What was paid out"
        name="payouts"
        columns={columns}
        rows={rows}
        of={null}
        keyOf={({ id }) => id}
        height={{ wide: 52, phone: 84 }}
        onEnd={() => {
          if (hasNextPage && !isFetching) void fetchNextPage();
        }}
        all={all}
        phone={(row) => <PhoneRow row={row} zone={zone} href={hrefOf(row.partner.id)} />}
      />
    </View>
  );
}

/** What of it counts: a sum that was taken back is none. */
const counted = ({ amount, takenBack }: PaidOut) => (takenBack ? 0 : amount);

function columnsOf(zone: string, hrefOf: Props["hrefOf"]): TableColumn<PaidOut>[] {
  const small = (text: string) => (
    <Text kind="small" numberOfLines={1}>
      {text}
    </Text>
  );
  return [
    {
      id: "partner",
      title: "To",
      always: true,
      cell: ({ partner }) => <TextLink href={hrefOf(partner.id)}>{partner.name}</TextLink>,
      text: ({ partner }) => partner.name,
    },
    {
      id: "at",
      title: "Marked",
      width: 190,
      cell: ({ at }) => small(saidAt(at, zone)),
      text: ({ at }) => at,
    },
    {
      id: "amount",
      title: "Sum",
      width: 120,
      right: true,
      cell: (row) => small(sayMoney(counted(row), row.currency)),
      text: (row) => plainMoney(counted(row), row.currency),
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
      id: "state",
      title: "Now",
      width: 130,
      cell: ({ takenBack }) => small(takenBack ? "Taken back" : "Paid out"),
      text: ({ takenBack }) => (takenBack ? "Taken back" : "Paid out"),
    },
    {
      id: "by",
      title: "By",
      width: 150,
      cell: ({ by }) => small(by ?? ""),
      text: ({ by }) => by,
    },
    {
      id: "note",
      title: "Note",
      cell: ({ note }) => small(note),
      text: ({ note }) => note,
    },
  ];
}

function PhoneRow({ row, zone, href }: { row: PaidOut; zone: string; href: string }) {
  const { quiet } = usePalette();
  return (
    <View style={{ paddingVertical: 8, gap: 2 }}>
      <TextLink href={href}>{row.partner.name}</TextLink>
      <Text kind="small" color={quiet} numberOfLines={1}>
        {`${saidAt(row.at, zone)}${row.note === "" ? "" : `: ${row.note}`}`}
      </Text>
      <Text kind="small" numberOfLines={1}>
        {`${sayMoney(row.amount, row.currency)}${row.takenBack ? ", taken back" : ""}`}
      </Text>
    </View>
  );
}
