/** The orders a partner brought: what of each is theirs, and from when. */
import type { Brought } from "@dawngate/contract/partners";
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useMemo } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { everyPage } from "../../store/every-page";
import { Notice } from "../../ui/notice";
import { saidAt } from "../../ui/said-at";
import type { TableColumn } from "../../ui/table/columns";
import { Table } from "../../ui/table/table";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetBroughtInfiniteQuery, useLazyGetBroughtPageQuery } from "./api";
import { sayPercent } from "./say-partner";

interface Props {
  school: string;
  partner: string;
  zone: string;
  /** So many there are. */
  of: number;
}

/** What of a share can be paid out, or from when more can. */
function sayPayable({ payable, nextPayable, currency }: Brought, zone: string): string {
  if (nextPayable !== null) return `from ${sayWrittenInstant(nextPayable, zoneOf(zone))}`;
  return sayMoney(payable, currency);
}

export function BroughtTable({ school, partner, zone, of }: Props) {
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetBroughtInfiniteQuery({ school, partner }, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyGetBroughtPageQuery();
  const columns = useMemo(() => columnsOf(zone), [zone]);
  const rows = data?.pages.flatMap((page) => page.shares) ?? [];
  async function* all() {
    const pages = everyPage((after) => ask({ school, partner, after, most: 200 }).unwrap());
    for await (const page of pages) yield page.shares;
  }
  if (error) return <Notice {...explain(error)} onRetry={refetch} />;
  return (
    <Table
      label="Orders they brought"
      name="brought"
      columns={columns}
      rows={rows}
      of={of}
      keyOf={({ order }) => order}
      height={{ wide: 52, phone: 84 }}
      onEnd={() => {
        if (hasNextPage && !isFetching) fetchNextPage();
      }}
      all={all}
      phone={(row) => <PhoneRow row={row} zone={zone} />}
    />
  );
}

function columnsOf(zone: string): TableColumn<Brought>[] {
  const small = (text: string) => (
    <Text kind="small" numberOfLines={1}>
      {text}
    </Text>
  );
  return [
    {
      id: "buyer",
      title: "Buyer",
      always: true,
      cell: ({ buyer }) => small(buyer),
      text: ({ buyer }) => buyer,
    },
    { id: "title", title: "What", cell: ({ title }) => small(title), text: ({ title }) => title },
    {
      id: "at",
      title: "Bought",
      width: 180,
      cell: ({ at }) => small(saidAt(at, zone)),
      text: ({ at }) => at,
    },
    {
      id: "net",
      title: "Paid, without tax",
      width: 140,
      right: true,
      cell: ({ net, currency }) => small(sayMoney(net, currency)),
      text: ({ net, currency }) => plainMoney(net, currency),
    },
    {
      id: "percent",
      title: "Share",
      width: 80,
      right: true,
      cell: ({ percent }) => small(sayPercent(percent)),
      text: ({ percent }) => String(percent),
    },
    {
      id: "earned",
      title: "Earned",
      width: 110,
      right: true,
      cell: ({ earned, currency }) => small(sayMoney(earned, currency)),
      text: ({ earned, currency }) => plainMoney(earned, currency),
    },
    {
      id: "payable",
      title: "Can be paid out",
      width: 190,
      right: true,
      cell: (row) => small(sayPayable(row, zone)),
      text: ({ payable, currency }) => plainMoney(payable, currency),
    },
  ];
}

function PhoneRow({ row, zone }: { row: Brought; zone: string }) {
  const { quiet } = usePalette();
  return (
    <View style={{ paddingVertical: 8, gap: 2 }}>
      <Text numberOfLines={1}>{row.buyer}</Text>
      <Text kind="small" color={quiet} numberOfLines={1}>
        {row.title}, {saidAt(row.at, zone)}
      </Text>
      <Text kind="small" numberOfLines={1}>
        {sayPercent(row.percent)} of {sayMoney(row.net, row.currency)}:{" "}
        {sayMoney(row.earned, row.currency)}
      </Text>
    </View>
  );
}
