/** What was bought: found, narrowed, as a table and as a file; one order with all that happened to it. */
import type { OrderSummary, OrderTax } from "@dawngate/contract/sales";
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { everyPage } from "../store/every-page";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { FileLink } from "../ui/file-link";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { useSettled } from "../ui/settled";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetOrderQuery, useGetOrdersInfiniteQuery, useLazyGetOrderPageQuery } from "./api";
import { MarkPaid } from "./by-hand/mark-paid";
import { OrderByHand } from "./by-hand/order-by-hand";
import { sayCountry } from "./country-field";
import { GiveBack } from "./give-back";
import { DocumentLinks, RunningParts } from "./lazy-parts";
import { QuoteLines } from "./quote-lines";
import { SalesSides } from "./sales-sides";
import { ORDER_STATES, STANDINGS, sayStanding } from "./say-standing";

type State = keyof typeof ORDER_STATES;

/** What an order was taxed by, for those who keep the books. */
function sayOrderTax({ treatment, country, rate, buyer }: OrderTax): string {
  const who = buyer.company
    ? `a company in ${sayCountry(buyer.country)}`
    : sayCountry(buyer.country);
  if (treatment === "reverse-charge")
    return `Reverse charge: ${who}, number ${buyer.country} ${buyer.number}`;
  if (treatment === "outside") return `No tax: ${who} is outside of the European Union`;
  return `Tax of ${sayCountry(country)}, ${rate / 100} %; the buyer: ${who}`;
}

const EVENTS: Record<string, string> = {
  charged: "Paid",
  failed: "A card was refused",
  cancelled: "Cancelled",
  "cancel-taken-back": "The cancellation was taken back",
  "not-given": "The gift could not be given: whom it is for is in already",
  excess: "Paid once more: to be given back",
  refunded: "Given back",
  "given-back": "The money has gone back",
  "option-changed": "Its way to pay was changed",
  "change-failed": "A card was refused: its way to pay was not changed",
  reminded: "Reminded, since nothing was paid",
};

/** By which charge; what was transferred has none at the till. */
function sayCharge(kind: string, charge: string | null): string {
  if (charge === null || kind === "reminded") return "";
  return charge.startsWith("by-hand-") ? " by transfer" : ` (${charge})`;
}

export function OrdersScreen() {
  const { school, which } = useLocalSearchParams() as { school: string; which?: string };
  const { data: about } = useGetSchoolQuery({ school });
  const [typed, setTyped] = useState("");
  const [state, setState] = useState<State | "late" | "excess" | null>(
    which === "late" || which === "excess" ? which : null,
  );
  const [opened, setOpened] = useState<string | null>(null);
  const [byHand, setByHand] = useState(false);
  const may = useMay(school);
  const find = useSettled(typed.trim(), 200);
  const asked = {
    school,
    find,
    state: state === "late" || state === "excess" ? null : state,
    late: state === "late" ? ("true" as const) : null,
    excess: state === "excess" ? ("true" as const) : null,
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
          <Choice
            label="A part is late"
            taken={state === "late"}
            onPress={() => setState("late")}
          />
          <Choice
            label="To be given back"
            taken={state === "excess"}
            onPress={() => setState("excess")}
          />
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

function OrderSheet({
  school,
  order,
  zone,
  onClose,
}: {
  school: string;
  order: string;
  zone: string;
  onClose(): void;
}) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetOrderQuery(
    { school, order },
    // Charges and refunds go on while one looks.
    { refetchOnMountOrArgChange: true, pollingInterval: 5_000 },
  );
  const may = useMay(school);
  const when = (at: string) => sayWrittenInstant(at, zoneOf(zone));
  return (
    <Sheet title={data?.title ?? "Order"} onClose={onClose}>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        <>
          <View>
            <Text kind="strong">{data.name}</Text>
            <Text color={quiet}>{data.email}</Text>
            <Text kind="small" color={quiet}>
              Order {data.id}
              {data.receipt ? `, receipt ${data.receipt}` : ""}
            </Text>
            {data.receipt ? (
              <FileLink href={addressOf("getReceipt", { school, order })}>
                The receipt as a file
              </FileLink>
            ) : null}
            <DocumentLinks
              place={{ school, order }}
              documents={data.documents}
              currency={data.currency}
              zone={zone}
            />
          </View>
          {data.payBy !== null && data.state === "open" ? (
            <Text kind="strong">To be paid by transfer by {sayWrittenDate(data.payBy)}</Text>
          ) : null}
          {may("sales.order") ? <MarkPaid school={school} order={data} zone={zone} /> : null}
          {data.billing ? (
            <Text kind="small">
              {[
                `Invoices are for ${data.billing.company}`,
                ...(data.billing.reference === ""
                  ? []
                  : [`its reference ${data.billing.reference}`]),
              ].join(", ")}
            </Text>
          ) : null}
          <QuoteLines quote={data.quote} currency={data.currency} way="Price" bought />
          {data.gift ? (
            <Text kind="small">
              A gift for {data.gift.name}, {data.gift.email}
            </Text>
          ) : null}
          {data.running ? (
            <>
              <Text>{sayStanding(data.running, data.currency, zone)}</Text>
              <RunningParts running={data.running} currency={data.currency} zone={zone} />
            </>
          ) : null}
          <View style={{ gap: 4 }}>
            <Text kind="name" level={3}>
              What happened
            </Text>
            <Text kind="small">
              {when(data.boughtAt)}: {data.payBy === null ? "bought" : "written by hand"}
            </Text>
            {data.events.map(({ sequence, kind, at, charge, amount, part, note }) => (
              <Text key={sequence} kind="small">
                {when(at)}: {EVENTS[kind] ?? kind}
                {kind === "refunded" && amount !== null
                  ? `, ${sayMoney(amount, data.currency)}`
                  : ""}
                {data.running && part !== null ? `, part ${part}` : ""}
                {sayCharge(kind, charge)}
                {note === null ? "" : `: ${note}`}
              </Text>
            ))}
          </View>
          {may("sales.refund") ? <GiveBack school={school} order={data} /> : null}
          {data.tax ? <Text kind="small">{sayOrderTax(data.tax)}</Text> : null}
          {data.enrollments.length > 0 ? (
            <Text kind="small">In {data.enrollments.map(({ title }) => title).join(" and ")}</Text>
          ) : null}
        </>
      ) : error ? null : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
    </Sheet>
  );
}
