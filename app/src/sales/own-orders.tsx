/** What somebody has bought here, the latest first: each leads to its page, with its receipt and what is to come. */
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { ListRow } from "../ui/list-row";
import { Section } from "../ui/section";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetOwnOrdersInfiniteQuery } from "./api";
import { ORDER_STATES, STANDINGS } from "./say-standing";

export function OwnOrders({ school }: { school: string }) {
  const { quiet } = usePalette();
  const { data, hasNextPage, fetchNextPage } = useGetOwnOrdersInfiniteQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const orders = data?.pages.flatMap((page) => page.orders) ?? [];
  if (orders.length === 0) return null;
  return (
    <Section title="What you have bought" says="With its receipt, and what is still to be paid.">
      <View role="list">
        {orders.map((order) => (
          <ListRow key={order.id}>
            <View style={{ flex: 1, minWidth: 0 }}>
              <TextLink href={`/${school}/orders/${order.id}`}>{order.title}</TextLink>
              <Text kind="small" color={quiet}>
                {[
                  sayWrittenDate(order.boughtAt.slice(0, 10)),
                  order.standing === null ? ORDER_STATES[order.state] : STANDINGS[order.standing],
                ].join(" · ")}
              </Text>
            </View>
            <Text kind="strong">{sayMoney(order.total, order.currency)}</Text>
          </ListRow>
        ))}
      </View>
      {hasNextPage ? <QuietAction label="Show more" onPress={() => fetchNextPage()} /> : null}
    </Section>
  );
}
