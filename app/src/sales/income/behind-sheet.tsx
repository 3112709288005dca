/** The orders behind a month's figures, each with its own; one of them is looked at. */
import { sayMoney } from "@dawngate/core/sales/currency";
import { useState } from "react";
import { View } from "react-native";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Press } from "../../ui/press";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { OrderSheet } from "../order-sheet";
import { useGetIncomeOrdersInfiniteQuery } from "../selling-api";
import { monthWords, type Part } from "./income-rows";

interface Props {
  school: string;
  currency: string;
  zone: string;
  month: string;
  /** A part of it; null: all. */
  part: { by: Part; of: string; name: string } | null;
  onClose(): void;
}

export function BehindSheet({ school, currency, zone, month, part, onClose }: Props) {
  const { line, quiet } = usePalette();
  const [opened, setOpened] = useState<string | null>(null);
  const { data, error, refetch, hasNextPage, isFetching, fetchNextPage } =
    useGetIncomeOrdersInfiniteQuery(
      // An empty one is a part too: the orders in no cohort.
      { school, month, by: part?.by ?? null, of: part === null ? null : part.of },
      { refetchOnMountOrArgChange: true },
    );
  const orders = data?.pages.flatMap((page) => page.orders) ?? [];
  const money = (amount: number) => sayMoney(amount, currency);
  if (opened !== null)
    return (
      <OrderSheet school={school} order={opened} zone={zone} onClose={() => setOpened(null)} />
    );
  return (
    <Sheet title={`Behind ${monthWords(month)}${part ? `, ${part.name}` : ""}`} onClose={onClose}>
      {data ? null : <Coming error={error} onRetry={refetch} widths={[0.8, 0.6, 0.7]} />}
      <View role="list" aria-label="Orders behind it">
        {orders.map(({ order, name, title, received, earned, deferred, due }) => (
          <View
            role="listitem"
            key={order}
            style={{ borderBottomWidth: 1, borderBottomColor: line, paddingVertical: 6 }}
          >
            <Press role="link" onPress={() => setOpened(order)}>
              <Text kind="strong">{name}</Text>
              <Text kind="small" color={quiet}>
                {title}
              </Text>
              <Text kind="small">
                {[
                  `received ${money(received)}`,
                  `earned ${money(earned)}`,
                  `not earned yet ${money(deferred)}`,
                  ...(due === 0 ? [] : [`due ${money(due)}`]),
                ].join(" · ")}
              </Text>
            </Press>
          </View>
        ))}
      </View>
      {data && orders.length === 0 && !hasNextPage ? (
        <Text role="status">No order brought anything in it.</Text>
      ) : null}
      {hasNextPage ? (
        <QuietAction label="Show more" busy={isFetching} onPress={() => fetchNextPage()} />
      ) : null}
    </Sheet>
  );
}
