/** The right of withdrawal, for the buyer: what comes back, until when, and two presses. */
import type { RefundAnswer } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { useGiveOwnBackMutation } from "./api";

interface Props {
  place: { school: string; order: string; secret?: string };
  refund: RefundAnswer;
}

export function OwnWithdrawal({ place, refund }: Props) {
  const [asked, setAsked] = useState(false);
  const [giveBack, { error, isLoading }] = useGiveOwnBackMutation();
  const { amount, off, currency, withdrawal } = refund;
  if (!asked)
    return (
      <View style={{ gap: 6 }}>
        {error ? <Notice {...explain(error)} /> : null}
        <Text kind="small">You can give it back through {sayWrittenDate(withdrawal.lastDay)}.</Text>
        <QuietAction label="Give it back" onPress={() => setAsked(true)} />
      </View>
    );
  return (
    <View role="group" aria-label="Give it back" style={{ gap: 8 }}>
      {error ? <Notice {...explain(error)} /> : null}
      <Text>
        {amount > 0 ? `${sayMoney(amount, currency)} goes back to your card. ` : ""}
        {off > 0 ? "Nothing more is charged. " : ""}
        Your access ends at once.
      </Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <QuietAction
          label="Yes, give it back"
          busy={isLoading}
          onPress={async () => {
            const body = {
              seen: { amount, off },
              ...(place.secret !== undefined && { secret: place.secret }),
            };
            await giveBack({ school: place.school, order: place.order, body });
            setAsked(false);
          }}
        />
        <QuietAction label="Keep it" onPress={() => setAsked(false)} />
      </View>
    </View>
  );
}
