/** Sums paid out to a partner: those that were, and the one that can be now. */
import type { PartnerDetail } from "@dawngate/contract/partners";
import { sayMoney } from "@dawngate/core/sales/currency";
import { useRef, useState } from "react";
import { View } from "react-native";
import { explain, faultsOf, pressKey } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { FaultText } from "../../ui/fault-text";
import { MoneyField } from "../../ui/money-field";
import { Notice } from "../../ui/notice";
import { saidAt } from "../../ui/said-at";
import { Section } from "../../ui/section";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { usePayOutMutation, useTakePayoutBackMutation } from "./api";

interface Props {
  school: string;
  zone: string;
  partner: PartnerDetail;
  /** They may mark what is paid out. */
  may: boolean;
}

export function PayOut({ school, zone, partner, may }: Props) {
  const { quiet, line } = usePalette();
  const [paying, setPaying] = useState<string | null>(null);
  const [takeBack, taking] = useTakePayoutBackMutation();
  const due = partner.balances.filter((one) => one.due > 0);
  return (
    <Section title="Paid out">
      {taking.error ? <Notice {...explain(taking.error)} /> : null}
      {may
        ? due.map((one) => (
            <View key={one.currency} style={{ alignItems: "flex-start" }}>
              <PrimaryAction
                label={`Mark ${sayMoney(one.due, one.currency)} as paid out`}
                onPress={() => setPaying(one.currency)}
              />
            </View>
          ))
        : null}
      {partner.payouts.length === 0 ? (
        <Text color={quiet}>Nothing has been paid out yet.</Text>
      ) : (
        <View role="list" aria-label="What was paid out">
          {partner.payouts.map((one) => (
            <View
              key={one.id}
              role="listitem"
              style={{
                flexDirection: "row",
                flexWrap: "wrap",
                alignItems: "center",
                columnGap: 14,
                paddingVertical: 8,
                borderBottomWidth: 1,
                borderColor: line,
              }}
            >
              <View style={{ flexGrow: 1, flexShrink: 1, minWidth: 200 }}>
                <Text>
                  {sayMoney(one.amount, one.currency)}
                  {one.takenBack ? ", taken back" : ""}
                </Text>
                <Text kind="small" color={quiet}>
                  {saidAt(one.at, zone)}
                  {one.by === null ? "" : `, by ${one.by}`}
                  {one.note === "" ? "" : `: ${one.note}`}
                </Text>
              </View>
              {may && !one.takenBack ? (
                <QuietAction
                  label="Take back"
                  says={`Take back ${sayMoney(one.amount, one.currency)}: it was not paid out`}
                  busy={taking.isLoading}
                  onPress={() => void takeBack({ school, partner: partner.id, payout: one.id })}
                />
              ) : null}
            </View>
          ))}
        </View>
      )}
      {paying === null ? null : (
        <Paying
          school={school}
          partner={partner}
          currency={paying}
          onClose={() => setPaying(null)}
        />
      )}
    </Section>
  );
}

function Paying({
  school,
  partner,
  currency,
  onClose,
}: {
  school: string;
  partner: PartnerDetail;
  currency: string;
  onClose(): void;
}) {
  const { quiet } = usePalette();
  const due = partner.balances.find((one) => one.currency === currency)?.due ?? 0;
  const [amount, setAmount] = useState<number | null>(due);
  const [note, setNote] = useState("");
  const key = useRef(pressKey());
  const [pay, paying] = usePayOutMutation();
  const faults = faultsOf(paying.error);
  return (
    <Sheet title={`Paid out to ${partner.name}`} onClose={onClose}>
      {paying.error ? <Notice {...explain(paying.error)} /> : null}
      <Text color={quiet}>
        The money goes by your bank; here it is put on record, and {partner.name} sees it on their
        page.
      </Text>
      <MoneyField label="Paid out" currency={currency} value={amount} onChange={setAmount} />
      <FaultText>{faults.amount}</FaultText>
      <TextField
        label="A note, or nothing"
        placeholder="Transfer of the first of the month"
        value={note}
        maxLength={200}
        onChangeText={setNote}
      />
      <PrimaryAction
        label="Mark as paid out"
        busy={paying.isLoading}
        disabled={amount === null || amount <= 0}
        onPress={async () => {
          const body = { key: key.current, currency, amount: amount ?? 0, note };
          const answer = await pay({ school, partner: partner.id, body });
          if ("data" in answer) onClose();
        }}
      />
    </Sheet>
  );
}
