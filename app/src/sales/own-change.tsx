/** A subscription paid in another way: what each other way would come to now, and the one press. */
import type { OwnOrder, WayChanges } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { Coming } from "../store/coming";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useChangeWayMutation, useGetWayChangesQuery } from "./api";
import { perStep } from "./say-way";

interface Props {
  place: { school: string; order: string; secret?: string };
  order: OwnOrder;
}

export function OwnChange({ place, order }: Props) {
  const [open, setOpen] = useState(false);
  const { running, currency } = order;
  if (!running?.mayCancel || running.standing === "disputed") return null;
  if (running.changing)
    return (
      <Text role="status">It is being changed: the charge is awaited, some moments at most.</Text>
    );
  return (
    <View style={{ gap: 10 }}>
      {running.changeFailed ? (
        <Text role="status">
          The card was refused: nothing was charged, and nothing was changed.
        </Text>
      ) : null}
      {open ? (
        <Ways
          place={place}
          currency={currency}
          isTrial={running.standing === "trial"}
          onDone={() => setOpen(false)}
        />
      ) : (
        <QuietAction label="Pay in another way" onPress={() => setOpen(true)} />
      )}
    </View>
  );
}

type Way = WayChanges["ways"][number];

function Ways({
  place,
  currency,
  isTrial,
  onDone,
}: Pick<Props, "place"> & { currency: string; isTrial: boolean; onDone(): void }) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetWayChangesQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  const [change, changing] = useChangeWayMutation();
  const { secret, ...where } = place;
  if (!data) return <Coming error={error} onRetry={refetch} widths={[0.8, 0.6]} />;
  const press = async ({ option, now }: Way, when: "now" | "period-end") => {
    const answer = await change({
      ...where,
      body: {
        option,
        when,
        seen: { amount: when === "now" ? (now?.asks.amount ?? 0) : 0 },
        ...(secret !== undefined && { secret }),
      },
    });
    if ("data" in answer && answer.data) onDone();
    else refetch();
  };
  return (
    <View role="group" aria-label="Other ways to pay" style={{ gap: 16 }}>
      {changing.error ? <Notice {...explain(changing.error)} /> : null}
      {data.ways.length === 0 ? (
        <Text role="status">{data.fault ?? "There is no other way to pay it at this time."}</Text>
      ) : (
        data.ways.map((way) => (
          <View key={way.option} style={{ gap: 6 }}>
            <Text kind="strong">
              {`${sayMoney(way.amount, currency)} every ${perStep(way.every)}`}
            </Text>
            {sayChange(way, currency, isTrial).map((line) => (
              <Text key={line} kind="small" color={quiet}>
                {line}
              </Text>
            ))}
            <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
              {way.now ? (
                <PrimaryAction
                  label={
                    way.now.asks.amount === 0
                      ? "Change it today"
                      : `Pay ${sayMoney(way.now.asks.amount, currency)} and change it today`
                  }
                  busy={changing.isLoading}
                  onPress={() => press(way, "now")}
                />
              ) : null}
              <QuietAction
                label={`Change it from ${sayWrittenDate(way.atEnd.on)}`}
                busy={changing.isLoading}
                onPress={() => press(way, "period-end")}
              />
            </View>
          </View>
        ))
      )}
      <QuietAction label="Leave it as it is" onPress={onDone} />
    </View>
  );
}

/** What a change comes to, today and at the period's end, in sentences. */
export function sayChange(
  { now, atEnd, amount }: Way,
  currency: string,
  isTrial = false,
): string[] {
  const money = (sum: number) => sayMoney(sum, currency);
  const first = now ? now.asks.amount + now.credit.amount : 0;
  return [
    now === null
      ? isTrial
        ? "While you try it free nothing is paid: another way begins when the trial ends."
        : "Today it cannot be changed: what is left of your period is worth more than it costs."
      : `Today: ${money(first)} less ${money(now.credit.amount)} for what is left of your period: ${
          now.asks.amount === 0 ? "nothing is charged" : `${money(now.asks.amount)} from your card`
        }. The next period begins on ${sayWrittenDate(now.next)}.`,
    `From ${sayWrittenDate(atEnd.on)}: nothing is charged today, ${money(atEnd.price.amount)} on that day${
      atEnd.price.amount === amount ? "" : `, ${money(amount)} later`
    }.`,
  ];
}
