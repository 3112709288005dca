/** A quote line by line, amounts at the right; what is due now and what later. */
import type { Quote } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { countsInTotal, dueLater, sayLine } from "@dawngate/core/sales/line-words";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  quote: Quote;
  currency: string;
  /** What its first line is called: the way to pay. */
  way: string;
  /** It is bought already, or asked for: nobody pays it here. */
  bought?: boolean;
  /** By this day what is due first is to be transferred; left out: it is paid at the till. */
  payBy?: string | null;
}

export function QuoteLines({ quote, currency, way, bought = false, payBy = null }: Props) {
  const { quiet } = usePalette();
  const money = (amount: number) => sayMoney(amount, currency);
  const tax = quote.lines.find(({ kind }) => kind === "tax");
  const later = dueLater(quote);
  const ends = quote.schedule.length === 12 && later.length > 3;
  return (
    <View role="group" aria-label="The price, line by line">
      {quote.lines.filter(countsInTotal).map((line) => (
        <Line
          key={`${line.kind} ${line.label}`}
          says={sayLine(line, way)}
          amount={money(line.amount)}
        />
      ))}
      <Line says={sayFirst(payBy, bought)} amount={money(quote.dueNow)} strong />
      {tax && quote.tax > 0 ? (
        <Text kind="small" color={quiet} style={{ paddingTop: 6 }}>
          {money(quote.tax)} tax {tax.label === "tax" ? "added" : "included"}.{" "}
          {later.length === 0 && !bought ? "Nothing more later." : ""}
        </Text>
      ) : null}
      {later.slice(0, ends ? 2 : 12).map(({ due, amount }) => (
        <Line key={due} says={sayWrittenDate(due)} amount={money(amount)} quiet />
      ))}
      {ends ? (
        <Text kind="small" color={quiet}>
          and so on
        </Text>
      ) : null}
    </View>
  );
}

/** When what is due first is paid. */
function sayFirst(payBy: string | null, bought: boolean): string {
  if (payBy !== null) return `By ${sayWrittenDate(payBy)}`;
  return bought ? "At the purchase" : "To pay today";
}

function Line({
  says,
  amount,
  strong = false,
  quiet = false,
}: {
  says: string;
  amount: string;
  strong?: boolean;
  quiet?: boolean;
}) {
  const { line, ...colors } = usePalette();
  const kind = strong ? "strong" : "body";
  const color = quiet ? colors.quiet : colors.ink;
  return (
    <View
      style={{
        flexDirection: "row",
        justifyContent: "space-between",
        gap: 16,
        paddingVertical: 8,
        borderBottomWidth: 1,
        borderBottomColor: line,
      }}
    >
      <Text kind={kind} color={color} style={{ flexShrink: 1 }}>
        {says}
      </Text>
      <Text kind={kind} color={color}>
        {amount}
      </Text>
    </View>
  );
}
