/** What was bought: found, narrowed, as a table and as a file; one order with all that happened to it. */
import type { OrderSummary } from "@dawngate/contract/sales";
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { everyPage } from "../store/every-page";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { useSettled } from "../ui/settled";
import { Skeleton } from "../ui/skeleton";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { OrderByHand } from "./by-hand/order-by-hand";
import { OrderSheet } from "./order-sheet";
import { SalesSides } from "./sales-sides";
import { ORDER_STATES, STANDINGS } from "./say-standing";
import { useGetOrdersInfiniteQuery, useLazyGetOrderPageQuery } from "./selling-api";

type State = keyof typeof ORDER_STATES;
/** What narrows them beside their state. */
const NARROWED = {
  late: "A part is late",
  excess: "To be given back",
  disputed: "Disputed",
} as const;
type Narrowed = keyof typeof NARROWED;
const isNarrowed = (text: string | null | undefined): text is Narrowed =>
  typeof text === "string" && text in NARROWED;

export function OrdersScreen() {
  const { school, which } = useLocalSearchParams() as { school: string; which?: string };
  const { data: about } = useGetSchoolQuery({ school });
  const [typed, setTyped] = useState("");
  const [state, setState] = useState<State | Narrowed | null>(
    isNarrowed(which) || (which !== undefined && which in ORDER_STATES)
      ? (which as State | Narrowed)
      : null,
  );
  const [opened, setOpened] = useState<string | null>(null);
  const [byHand, setByHand] = useState(false);
  const may = useMay(school);
  const find = useSettled(typed.trim(), 200);
  const asked = {
    school,
    find,
    state: isNarrowed(state) ? null : state,
    ...(Object.fromEntries(
      Object.keys(NARROWED).map((one) => [one, state === one ? "true" : null]),
    ) as Record<Narrowed, "true" | null>),
  };
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetOrdersInfiniteQuery(asked, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyGetOrderPageQuery();
  const orders = data?.pages.flatMap((page) => page.orders) ?? [];
  const zone = about?.timeZone ?? "UTC";
  const columns = useMemo(() => columnsOf(zone, setOpened), [zone]);
  const { quiet } = usePalette();
  async function* all() {
    const pages = everyPage((after) => ask({ ...asked, after, most: 200 }).unwrap());
    for await (const page of pages) yield page.orders;
  }
  return (
    <Page title="Sales" full dense>
      <SalesSides school={school} here="orders" />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}>
        <SearchField label="Find by name or address" value={typed} onChange={setTyped} />
        <Choices label="Which orders">
          <Choice label="All" taken={state === null} onPress={() => setState(null)} />
          {(Object.keys(ORDER_STATES) as State[]).map((one) => (
            <Choice
              key={one}
              label={ORDER_STATES[one]}
              taken={state === one}
              onPress={() => setState(one)}
            />
          ))}
          {(Object.keys(NARROWED) as Narrowed[]).map((one) => (
            <Choice
              key={one}
              label={NARROWED[one]}
              taken={state === one}
              onPress={() => setState(one)}
            />
          ))}
        </Choices>
        {may("sales.order") ? (
          <QuietAction label="Order by hand" onPress={() => setByHand(true)} />
        ) : null}
      </View>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      ) : orders.length === 0 ? (
        find === "" && state === null ? (
          <Empty title="Nothing was bought yet" says="Each purchase stands here, paid or not." />
        ) : (
          <Text color={quiet} role="status">
            No order matches.
          </Text>
        )
      ) : (
        <Table
          label="Orders"
          name="orders"
          columns={columns}
          rows={orders}
          of={hasNextPage ? null : orders.length}
          keyOf={({ id }) => id}
          height={{ wide: 56, phone: 76 }}
          onOpen={({ id }) => setOpened(id)}
          onEnd={() => {
            if (hasNextPage && !isFetching) fetchNextPage();
          }}
          all={all}
          phone={(order) => <PhoneRow order={order} zone={zone} onOpen={setOpened} />}
        />
      )}
      {byHand ? (
        <OrderByHand
          school={school}
          zone={zone}
          onClose={() => setByHand(false)}
          onDone={({ id }) => {
            setByHand(false);
            setOpened(id);
          }}
        />
      ) : null}
      {opened ? (
        <OrderSheet school={school} order={opened} zone={zone} onClose={() => setOpened(null)} />
      ) : null}
    </Page>
  );
}

/** Paid or not; of one that runs, how it stands. */
const sayState = ({ state, standing }: OrderSummary) =>
  standing === null ? ORDER_STATES[state] : STANDINGS[standing];

function columnsOf(zone: string, onOpen: (id: string) => void): TableColumn<OrderSummary>[] {
  const small = (text: string) => (
    <Text kind="small" numberOfLines={1}>
      {text}
    </Text>
  );
  const when = (at: string | null) => (at === null ? "" : sayWrittenInstant(at, zoneOf(zone)));
  return [
    {
      id: "buyer",
      title: "Buyer",
      always: true,
      cell: ({ id, name, email }) => (
        <Press role="link" onPress={() => onOpen(id)} style={{ justifyContent: "center" }}>
          <Text kind="strong" numberOfLines={1}>
            {name}
          </Text>
          {small(email)}
        </Press>
      ),
      text: ({ name }) => name,
    },
    {
      id: "email",
      title: "Mail address",
      hidden: true,
      width: 220,
      cell: ({ email }) => small(email),
      text: ({ email }) => email,
    },
    {
      id: "title",
      title: "What",
      width: 260,
      cell: ({ title }) => small(title),
      text: ({ title }) => title,
    },
    {
      id: "at",
      title: "Bought",
      width: 190,
      cell: ({ boughtAt }) => small(when(boughtAt)),
      text: ({ boughtAt }) => boughtAt,
    },
    {
      id: "state",
      title: "Now",
      width: 130,
      cell: (order) => small(sayState(order)),
      text: sayState,
    },
    {
      id: "total",
      title: "In all",
      width: 120,
      right: true,
      cell: ({ quote, currency }) => small(sayMoney(quote.total, currency)),
      text: ({ quote, currency }) => plainMoney(quote.total, currency),
    },
    {
      id: "tax",
      title: "Of it tax",
      width: 110,
      right: true,
      hidden: true,
      cell: ({ quote, currency }) => small(sayMoney(quote.tax, currency)),
      text: ({ quote, currency }) => plainMoney(quote.tax, currency),
    },
    {
      id: "receipt",
      title: "Receipt",
      width: 110,
      cell: ({ receipt }) => small(receipt ?? ""),
      text: ({ receipt }) => receipt,
    },
    {
      id: "order",
      title: "Order",
      width: 150,
      hidden: true,
      cell: ({ id }) => small(id),
      text: ({ id }) => id,
    },
  ];
}

function PhoneRow({
  order,
  zone,
  onOpen,
}: {
  order: OrderSummary;
  zone: string;
  onOpen(id: string): void;
}) {
  const { line, quiet } = usePalette();
  const { id, name, title, quote, currency, boughtAt } = order;
  return (
    <Press
      role="link"
      onPress={() => onOpen(id)}
      style={{ paddingVertical: 8, borderBottomWidth: 1, borderBottomColor: line }}
    >
      <View style={{ flexDirection: "row", justifyContent: "space-between", gap: 12 }}>
        <Text kind="strong" style={{ flexShrink: 1 }}>
          {name}
        </Text>
        <Text kind="strong">{sayMoney(quote.total, currency)}</Text>
      </View>
      <Text kind="small" color={quiet} numberOfLines={2}>
        {[title, sayState(order), sayWrittenInstant(boughtAt, zoneOf(zone), false)].join(" · ")}
      </Text>
    </Press>
  );
}
