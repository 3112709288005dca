/** An order, or a part of one, marked as paid by transfer: on which day the money came, and with which note. */
import type { Order } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { isOpen, isToCome } from "@dawngate/core/sales/part-state";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { FaultText } from "../../ui/fault-text";
import { DateField } from "../../ui/moment-fields";
import { Notice } from "../../ui/notice";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useMarkPaidMutation } from "../selling-api";

interface Props {
  school: string;
  order: Order;
  zone: string;
}

/** What of it waits for money; what is transferred may come before its day. Null: nothing does. */
export function waitsFor({ state, payBy, quote, running }: Order) {
  if (state !== "paid") return payBy === null ? null : { part: 1, amount: quote.dueNow };
  const part = running?.parts.find(
    ({ state }) => isOpen(state) || (running.byTransfer && isToCome(state)),
  );
  return part ? { part: part.part, amount: part.amount } : null;
}

export function MarkPaid({ school, order, zone }: Props) {
  const { quiet } = usePalette();
  const [open, setOpen] = useState(false);
  const [on, setOn] = useState(() => formatDate(localDateAt(zoneOf(zone), Date.now() as Instant)));
  const [note, setNote] = useState("");
  const [mark, { error, isLoading }] = useMarkPaidMutation();
  const faults = faultsOf(error);
  const due = waitsFor(order);
  if (!due) return null;
  if (!open) return <QuietAction label="Mark as paid by transfer" onPress={() => setOpen(true)} />;
  return (
    <View role="group" aria-label="Marked as paid" style={{ gap: 12, maxWidth: 420 }}>
      <Text>
        {sayMoney(due.amount, order.currency)}
        {order.running ? `, part ${due.part}` : ""}
      </Text>
      <DateField label="The money came on" value={on} onChange={setOn} />
      <FaultText>{faults.on}</FaultText>
      <TextField
        label="A note, such as the bank's number"
        value={note}
        maxLength={300}
        onChangeText={setNote}
      />
      <FaultText>{faults.note}</FaultText>
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      <Text kind="small" color={quiet}>
        {order.state === "paid"
          ? "The invoice is written, and what was shut for want of it opens again."
          : "The invoice is written, and the buyer is in, or has their seats, at once; they are told by mail."}
      </Text>
      <View style={{ flexDirection: "row", gap: 10 }}>
        <PrimaryAction
          label="It is paid"
          busy={isLoading}
          onPress={async () => {
            const answer = await mark({
              school,
              order: order.id,
              body: { part: due.part, on, note },
            });
            if ("data" in answer && answer.data) setOpen(false);
          }}
        />
        <QuietAction label="Not now" onPress={() => setOpen(false)} />
      </View>
    </View>
  );
}
