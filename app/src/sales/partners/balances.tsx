/** What stands with a partner, in each currency: earned, to be paid out, paid out. */
import type { PartnerBalance } from "@dawngate/contract/partners";
import { sayMoney } from "@dawngate/core/sales/currency";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export function Balances({ balances }: { balances: readonly PartnerBalance[] }) {
  const { quiet } = usePalette();
  if (balances.length === 0)
    return (
      <Text color={quiet} role="status">
        No order has come by these links yet.
      </Text>
    );
  return (
    <View style={{ gap: 14 }}>
      {balances.map((one) => {
        const says = (amount: number) => sayMoney(amount, one.currency);
        const figures = [
          [
            says(one.earned),
            `earned by ${one.orders === 1 ? "1 order" : `${one.orders} orders`} of ${says(one.net)} without tax`,
          ],
          [
            says(Math.max(0, one.due)),
            one.due < 0
              ? `to be paid out: ${says(-one.due)} too much was, and stands against the next`
              : "to be paid out now",
          ],
          [says(one.paidOut), "paid out"],
        ] as const;
        return (
          <View
            key={one.currency}
            role="list"
            aria-label={`What stands in ${one.currency}`}
            style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 28, rowGap: 10 }}
          >
            {figures.map(([amount, what]) => (
              <View key={what} role="listitem" style={{ minWidth: 120, maxWidth: 260 }}>
                <Text kind="heading">{amount}</Text>
                <Text kind="small" color={quiet}>
                  {what}
                </Text>
              </View>
            ))}
          </View>
        );
      })}
    </View>
  );
}
