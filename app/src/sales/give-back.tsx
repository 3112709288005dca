/** Giving money back: by which rule, what it comes to, and the one press. */
import type { Order, RefundAnswer } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useRef, useState } from "react";
import { View } from "react-native";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { MoneyField } from "../ui/money-field";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetRefundQuery, useGiveBackMutation, useGiveExcessBackMutation } from "./selling-api";

const POLICIES = {
  terms: "By the terms",
  withdrawal: "They give it back",
  full: "All of it",
  unused: "What is unused",
  amount: "An amount",
} as const;
type Policy = keyof typeof POLICIES;

interface Props {
  school: string;
  order: Order;
}

export function GiveBack({ school, order }: Props) {
  const [open, setOpen] = useState(false);
  const [excess, giving] = useGiveExcessBackMutation();
  const paid = order.state === "paid" && order.quote.schedule.length > 0;
  const back = new Set(
    order.events.flatMap(({ kind, charge }) => (kind === "refunded" ? [charge] : [])),
  );
  const over = order.events.filter(
    ({ kind, charge }) => kind === "excess" && charge !== null && !back.has(charge),
  );
  return (
    <View style={{ gap: 10 }}>
      {giving.error ? <Notice {...explain(giving.error)} /> : null}
      {over.map(({ charge }) => (
        <View key={charge} style={{ gap: 6 }}>
          <Text kind="small">A payment came that paid nothing: {charge}.</Text>
          <QuietAction
            label="Give that payment back"
            says={`Give that payment back: ${charge}`}
            busy={giving.isLoading}
            onPress={() => excess({ school, order: order.id, body: { charge: charge ?? "" } })}
          />
        </View>
      ))}
      {!paid ? null : open ? (
        <Giving school={school} order={order} onDone={() => setOpen(false)} />
      ) : (
        <QuietAction label="Give money back" onPress={() => setOpen(true)} />
      )}
    </View>
  );
}

function Giving({ school, order, onDone }: Props & { onDone(): void }) {
  const { quiet } = usePalette();
  const [policy, setPolicy] = useState<Policy>("terms");
  const [amount, setAmount] = useState<number | null>(null);
  const [access, setAccess] = useState<"ends" | "stays" | null>(null);
  const [give, { error, isLoading }] = useGiveBackMutation();
  const press = useRef({ of: "", key: "" });
  const asks = policy !== "amount" || (amount !== null && amount > 0);
  const sum = policy === "amount" ? amount : null;
  const { data, isFetching } = useGetRefundQuery(
    { school, order: order.id, policy, amount: sum, access },
    { skip: !asks, refetchOnMountOrArgChange: true },
  );
  const may = data && data.fault === null && data.rule !== "none";
  const done = async () => {
    if (!data) return;
    const body = {
      policy,
      seen: { amount: data.amount, off: data.off },
      ...(sum !== null && { amount: sum }),
      ...(access !== null && { access }),
    };
    // The same press is one refund, however often it is sent; another sum is another press.
    const of = JSON.stringify(body);
    if (press.current.of !== of) press.current = { of, key: pressKey() };
    const answer = await give({
      school,
      order: order.id,
      body: { key: press.current.key, ...body },
    });
    if ("data" in answer && answer.data) onDone();
  };
  return (
    <View role="group" aria-label="Give money back" style={{ gap: 12 }}>
      <Choices label="By which rule">
        {(Object.keys(POLICIES) as Policy[]).map((one) => (
          <Choice
            key={one}
            label={POLICIES[one]}
            taken={policy === one}
            onPress={() => {
              setPolicy(one);
              setAccess(null);
            }}
          />
        ))}
      </Choices>
      {policy === "amount" ? (
        <MoneyField
          label="So much"
          currency={order.currency}
          value={amount}
          optional
          onChange={setAmount}
        />
      ) : null}
      {!asks ? null : data ? (
        <>
          <Text role="status">{sayRefund(data)}</Text>
          {data.partner && data.partner.before !== data.partner.after ? (
            <Text kind="small" color={quiet}>
              {`${data.partner.name}, who brought it, has then earned ${sayMoney(data.partner.after, data.currency)} by it instead of ${sayMoney(data.partner.before, data.currency)}.`}
            </Text>
          ) : null}
          {data.withdrawal.lastDay === "" ? null : (
            <Text kind="small" color={quiet}>
              {sayWithdrawal(data)}
            </Text>
          )}
          {may ? (
            <Switched
              label="Their access ends with it"
              on={data.access === "ends"}
              onChange={(on) => setAccess(on ? "ends" : "stays")}
            />
          ) : null}
        </>
      ) : (
        <Skeleton widths={[0.7]} />
      )}
      {error ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <PrimaryAction
          label={
            data && may
              ? data.amount === 0
                ? "Ask for nothing more"
                : `Give ${sayMoney(data.amount, data.currency)} back`
              : "Give it back"
          }
          disabled={!may || isFetching || !asks}
          busy={isLoading}
          onPress={done}
        />
        <QuietAction label="Leave it" onPress={onDone} />
      </View>
    </View>
  );
}

/** What a refund comes to, as a sentence. */
export function sayRefund({ fault, rule, amount, off, tax, currency }: RefundAnswer): string {
  if (fault !== null) return fault;
  if (rule === "none") return "By this rule nothing is given back now.";
  const money = (sum: number) => sayMoney(sum, currency);
  return [
    amount === 0
      ? "No money goes back."
      : `${money(amount)} goes back${tax > 0 ? `, of it tax ${money(tax)}` : ""}.`,
    ...(off > 0 ? [`${money(off)} that is still to be paid is not asked for any more.`] : []),
  ].join(" ");
}

const ENDED = {
  company: "A company has no right to give it back.",
  place: "Outside of the European Union the law gives no right to give it back.",
  begun: "The right to give it back has ended: they began at once, and agreed to that.",
  time: "The time in which they could give it back is over.",
} as const;

/** How it stands with the right of withdrawal. */
export const sayWithdrawal = ({ withdrawal: { lastDay, endedBy } }: RefundAnswer) =>
  endedBy === null ? `They can give it back through ${sayWrittenDate(lastDay)}.` : ENDED[endedBy];
