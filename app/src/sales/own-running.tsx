/** An order that runs, as its buyer sees it: another card is put in, a subscription is cancelled. */
import type { OwnOrder, RunningOrder } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { isOpen } from "@dawngate/core/sales/part-state";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { useCancelOrderMutation, usePutInCardMutation, useTakeCancelBackMutation } from "./api";
import { ByTransfer } from "./by-transfer";
import { RunningParts, StandingLine } from "./lazy-parts";
import { OwnChange } from "./own-change";

interface Props {
  place: { school: string; order: string; secret?: string };
  order: OwnOrder;
  running: RunningOrder;
  zone: string;
}

export function OwnRunning({ place, order, running, zone }: Props) {
  const { school, order: id, secret } = place;
  const [putIn, puttingIn] = usePutInCardMutation();
  const [cancel, cancelling] = useCancelOrderMutation();
  const [takeBack, taking] = useTakeCancelBackMutation();
  const [asked, setAsked] = useState(false);
  const words = { school, order: id, body: secret === undefined ? {} : { secret } };
  const error = puttingIn.error ?? cancelling.error ?? taking.error;
  const { currency } = order;
  const PutIn = running.cardEnd ? PrimaryAction : QuietAction;
  const isOver = running.standing === "ended" || running.standing === "refunded";
  const toTill = async () => {
    const answer = await putIn(words);
    if ("data" in answer && answer.data) window.location.assign(answer.data.pay);
  };
  return (
    <View role="group" aria-label="What is paid, and what is to come" style={{ gap: 12 }}>
      <StandingLine running={running} currency={currency} zone={zone} />
      {error ? <Notice {...explain(error)} /> : null}
      {running.byTransfer ? (
        isOver || running.open + running.ahead === 0 ? null : (
          <ByTransfer place={place} order={order} />
        )
      ) : running.open > 0 && !isOver ? (
        <PrimaryAction
          label={`Pay ${sayMoney(openOf(running), currency)} now`}
          busy={puttingIn.isLoading}
          onPress={toTill}
        />
      ) : null}
      <RunningParts running={running} currency={currency} zone={zone} />
      {running.mayPutIn && running.open === 0 ? (
        <PutIn
          label={running.card ? "Put in another card" : "Put in a card"}
          busy={puttingIn.isLoading}
          onPress={toTill}
        />
      ) : null}
      <OwnChange place={place} order={order} />
      {running.mayCancel ? (
        asked ? (
          <View style={{ gap: 8 }}>
            <Text>
              {running.paidThrough === null
                ? "Nothing is charged any more."
                : `It stays yours through ${sayWrittenDate(running.paidThrough)}; nothing is charged any more. Until then you can take this back.`}
            </Text>
            <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
              <QuietAction
                label="Cancel it"
                busy={cancelling.isLoading}
                onPress={async () => {
                  await cancel(words);
                  setAsked(false);
                }}
              />
              <QuietAction label="Keep it" onPress={() => setAsked(false)} />
            </View>
          </View>
        ) : (
          <QuietAction label="Cancel the subscription" onPress={() => setAsked(true)} />
        )
      ) : null}
      {running.mayTakeBack ? (
        <QuietAction
          label="Go on after all"
          busy={taking.isLoading}
          onPress={() => takeBack(words)}
        />
      ) : null}
    </View>
  );
}

/** What one press pays: the first open part. */
const openOf = ({ parts }: RunningOrder) => parts.find(({ state }) => isOpen(state))?.amount ?? 0;
