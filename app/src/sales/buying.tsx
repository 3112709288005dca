/** Who buys, what they agree to, and the one press. */
import type { Billing, Offered } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useRouter } from "expo-router";
import { useRef, useState } from "react";
import { View } from "react-native";
import { Asked } from "../people/fields/asked";
import { useAsked } from "../people/fields/use-asked";
import { useGetMeQuery } from "../school/api";
import { explain, faultsOf, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { TickBox } from "../ui/tick-box";
import { useBuyMutation } from "./api";
import { GiftFields, NO_GIFT, type SaidGift } from "./gift-fields";
import { BillingFields } from "./lazy-parts";
import { type Newcomer, NewcomerFields } from "./newcomer-fields";
import { NO_COMPANY } from "./no-company";

const isConflict = (error: unknown) => (error as { status?: unknown } | undefined)?.status === 409;

interface Props {
  place: { school: string; listing: string };
  offered: Offered;
  /** The codes that were entered. */
  codes: string[];
  zone: string;
  /** It is for somebody else: the buyer is in already. */
  giving: boolean;
  /** What was seen holds no more: it is asked for again. */
  onAgain(): void;
}

const LEAVE_ME = "Do not write to me if I leave this unfinished";

export function Buying({ place, offered, codes, zone, giving, onAgain }: Props) {
  const { quiet } = usePalette();
  const { data: me } = useGetMeQuery();
  const router = useRouter();
  const [newcomer, setNewcomer] = useState<Newcomer>({ name: "", email: "" });
  const [begin, setBegin] = useState(false);
  const [leaveMe, setLeaveMe] = useState(false);
  const [gift, setGift] = useState<SaidGift | null>(giving ? NO_GIFT : null);
  const [typed, setBilling] = useState<Billing | null | undefined>(undefined);
  // Whoever says a company's tax number buys for one, until they say otherwise.
  const isCompany = offered.tax !== null && offered.tax.buyer.number !== null;
  const billing = typed === undefined && isCompany ? NO_COMPANY : (typed ?? null);
  const [buy, { error, isLoading }] = useBuyMutation();
  const { quote, currency } = offered;
  const faults = faultsOf(error);
  // The same press is one order, however often it is sent; another price, or another way, is another press.
  const key = useRef({ of: "", key: "" });
  const account = me?.account ?? null;
  // A subscription is paid by who uses it; several seats are given out anyhow.
  const way = offered.ways.find(({ id }) => id === quote.option);
  const mayGive = quote.seats === 1 && way?.kind !== "subscription" && offered.renews === null;
  // Of whoever buys for others nothing is asked: it would be about those.
  const forOthers = quote.seats > 1 || (mayGive && gift !== null) || offered.renews !== null;
  const asking = useAsked(place.school, "buying", forOthers);
  const submit = async (onFile: boolean) => {
    const of = JSON.stringify([
      onFile,
      offered.tax?.buyer,
      quote.option,
      quote.seats,
      quote.total,
      codes,
      account?.email ?? newcomer.email,
      gift,
      billing,
      asking.given,
    ]);
    if (key.current.of !== of) key.current = { of, key: pressKey() };
    const answer = await buy({
      ...place,
      body: {
        key: key.current.key,
        option: quote.option,
        seats: quote.seats,
        codes,
        seen: { total: quote.total, dueNow: quote.dueNow },
        timeZone: zone,
        beginAtOnce: begin,
        leaveMe,
        renews: offered.renews !== null,
        onFile,
        ...asking.given,
        ...(mayGive && gift && { gift }),
        ...(billing && quote.total > 0 && { billing }),
        ...(offered.tax && {
          country: offered.tax.buyer.country,
          ...(offered.tax.buyer.number !== null && { taxNumber: offered.tax.buyer.number }),
        }),
        ...(account === null && newcomer),
      },
    });
    if (!("data" in answer) || !answer.data) {
      // A card that was refused has ended that order: the next press is another one.
      if (onFile && isConflict(answer.error)) key.current = { of: "", key: "" };
      onAgain();
      return;
    }
    const { order, secret, pay } = answer.data;
    if (pay !== null) window.location.assign(pay);
    else router.replace(`/${place.school}/orders/${order}?secret=${secret}`);
  };
  // What is pressed says what it costs (Directive 2011/83/EU, article 8(2)).
  const pays = `Pay ${sayMoney(quote.dueNow, currency)}`;
  const Pay = offered.onFile ? QuietAction : PrimaryAction;
  const here = `/${place.school}/o/${place.listing}`;
  return (
    <View style={{ gap: 14, maxWidth: 520 }}>
      {account ? (
        <Text color={quiet}>
          You buy as {account.name}, {account.email}.
        </Text>
      ) : (
        <NewcomerFields value={newcomer} onChange={setNewcomer} faults={faults} here={here} />
      )}
      {mayGive ? <GiftFields gift={gift} faults={faults} onGift={setGift} /> : null}
      <Asked asking={asking} faults={faults} />
      {quote.total > 0 ? (
        <BillingFields billing={billing} faults={faults} onBilling={setBilling} />
      ) : null}
      {offered.giveBack !== null ? (
        <View style={{ flexDirection: "row", gap: 6, alignItems: "flex-start" }}>
          <TickBox
            label="Begin at once: when the course has begun I can no longer give it back"
            checked={begin}
            onChange={setBegin}
          />
          <View style={{ flex: 1, paddingTop: 10 }}>
            <Text kind="small">
              Begin at once: when the course has begun I can no longer give it back.
            </Text>
            <Text kind="small" color={quiet}>
              Leave it empty to keep the right to give it back, through{" "}
              {sayWrittenDate(offered.giveBack)}.
            </Text>
          </View>
        </View>
      ) : null}
      {offered.followsUp && account === null ? (
        <View style={{ flexDirection: "row", gap: 6, alignItems: "flex-start" }}>
          <TickBox label={LEAVE_ME} checked={leaveMe} onChange={setLeaveMe} />
          <Text kind="small" style={{ flex: 1, paddingTop: 10 }}>
            {LEAVE_ME}.
          </Text>
        </View>
      ) : null}
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      {offered.onFile ? (
        <PrimaryAction
          label={`${pays} with the card ${offered.onFile.ends === null ? "on file" : `ending in ${offered.onFile.ends}`}`}
          busy={isLoading || !asking.ready}
          fill
          onPress={() => submit(true)}
        />
      ) : null}
      <Pay
        label={quote.dueNow === 0 ? "Get it" : offered.onFile ? "Pay with another card" : pays}
        busy={isLoading || !asking.ready}
        fill
        onPress={() => submit(false)}
      />
      {quote.dueNow === 0 ? null : (
        <Text kind="small" color={quiet} style={{ textAlign: "center" }}>
          {offered.onFile
            ? "With another card you pay on the next page. Practice till: no money moves."
            : "You pay on the next page. Practice till: no money moves."}
        </Text>
      )}
    </View>
  );
}
