/** An order as its buyer sees it: where it stands, and the way on. */
import type { OrderStanding } from "@dawngate/contract/sales";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useEffect, useState } from "react";
import { View } from "react-native";
import { addressOf } from "../store/ask";
import { Coming, titleComing } from "../store/coming";
import { PrimaryAction } from "../ui/action";
import { FileLink } from "../ui/file-link";
import { NightPage } from "../ui/night-page";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetOwnOrderQuery } from "./api";
import { ByTransfer } from "./by-transfer";
import { DocumentLinks } from "./lazy-parts";
import { OwnBilling } from "./own-billing";
import { OwnRunning } from "./own-running";
import { OwnWithdrawal } from "./own-withdrawal";
import { QuoteLines } from "./quote-lines";
import { TeamSeats } from "./team-seats";

/** Of an order that runs, where it is not simply somebody's. */
const HEADS: Partial<Record<OrderStanding, string>> = {
  disputed: "A payment of it is disputed",
  suspended: "Closed until it is paid",
  late: "A payment is missing",
  ended: "It has ended",
  refunded: "It was given back",
};

/** So often it is asked whether the payment has come, while one waits; and so long one waits before it is said. */
const EVERY = 1000;
const PATIENCE = 20_000;

export function OwnOrderScreen() {
  const place = useLocalSearchParams() as {
    school: string;
    order: string;
    secret?: string;
  };
  const router = useRouter();
  const { quiet } = usePalette();
  const [waits, setWaits] = useState(true);
  const { data, error, refetch } = useGetOwnOrderQuery(place, {
    pollingInterval: waits ? EVERY : 15_000,
    refetchOnMountOrArgChange: true,
  });
  const state = data?.state;
  useEffect(() => {
    if (state === "paid") setWaits(false);
    const timer = setTimeout(() => setWaits(false), PATIENCE);
    return () => clearTimeout(timer);
  }, [state]);
  if (!data)
    return (
      <Page title={titleComing(error)} narrow>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  const zone = zoneOf(ownZone());
  const [first] = data.enrollments;
  const pay = data.pay;
  const opened = {
    school: place.school,
    order: data.id,
    ...(place.secret !== undefined && { secret: place.secret }),
  };
  return (
    <NightPage title={data.title} above={{ text: data.schoolName }}>
      <View role="status" style={{ gap: 8 }}>
        {data.state === "paid" ? (
          <>
            <Text kind="heading" level={2}>
              {data.gift
                ? `It is for ${data.gift.name}`
                : (HEADS[data.running?.standing ?? "settled"] ?? "It is yours")}
            </Text>
            <Text>
              {data.renews
                ? "It is renewed: you stay longer, and what you have done is kept."
                : data.gift
                  ? `A link to this page was sent to ${data.email} with the receipt.`
                  : data.seats > 1
                    ? `Its seats are given out here. A link to this page was sent to ${data.email} too.`
                    : data.signedIn
                      ? "The way in is open."
                      : `The way in was sent to ${data.email}. Open it there; the receipt comes beside it.`}
            </Text>
          </>
        ) : data.state === "open" && data.payBy !== null ? (
          <>
            <Text kind="heading" level={2}>
              To be paid by {sayWrittenDate(data.payBy)}
            </Text>
            <Text>
              It is paid by transfer. Once the money has come you are told, with the invoice and the
              way in.
            </Text>
            <ByTransfer place={opened} order={data} />
          </>
        ) : data.state === "open" ? (
          <>
            <Text kind="heading" level={2}>
              {data.failed > 0
                ? "It is not paid yet"
                : waits
                  ? "Waiting for your payment"
                  : "No payment has come yet"}
            </Text>
            <Text>
              {data.failed > 0
                ? "The card was refused. Nothing was charged; try another."
                : waits
                  ? "The till tells us as soon as it is done."
                  : "If you have paid, it can take a few minutes; this page looks again by itself, and a mail comes too."}
            </Text>
            {data.heldUntil ? (
              <Text kind="small" color={quiet}>
                Price and place are held until {sayWrittenInstant(data.heldUntil, zone, false)}.
              </Text>
            ) : null}
          </>
        ) : (
          <>
            <Text kind="heading" level={2}>
              It was not paid
            </Text>
            <Text>Its place is free again. Nothing was charged.</Text>
          </>
        )}
      </View>
      {data.state === "paid" && data.signedIn && first && !data.membership ? (
        <PrimaryAction
          label={data.enrollments.length === 1 ? `Go to ${first.title}` : "Go to my courses"}
          onPress={() =>
            router.push(
              data.enrollments.length === 1
                ? `/${place.school}/shelf/${first.id}`
                : `/${place.school}/shelf`,
            )
          }
        />
      ) : null}
      {data.membership && data.signedIn ? (
        <PrimaryAction
          label="Choose a course"
          onPress={() => router.push(`/${place.school}/shelf`)}
        />
      ) : null}
      {data.next ? (
        <View style={{ gap: 8 }}>
          {data.next.says === "" ? null : <Text>{data.next.says}</Text>}
          <TextLink href={data.next.url}>{data.next.label}</TextLink>
        </View>
      ) : null}
      {data.state === "paid" && (data.seats > 1 || data.gift) ? (
        <TeamSeats place={place} order={data} zone={zone} />
      ) : null}
      {data.state === "open" && pay !== null ? (
        <PrimaryAction label="Pay now" onPress={() => window.location.assign(pay)} />
      ) : null}
      {data.state === "lapsed" ? (
        <PrimaryAction
          label="Buy it again"
          onPress={() => router.push(`/${place.school}/o/${data.listing}`)}
        />
      ) : null}
      {data.running ? (
        <OwnRunning place={place} order={data} running={data.running} zone={ownZone()} />
      ) : (
        <QuoteLines
          quote={data.quote}
          currency={data.currency}
          way="Price"
          bought={data.state === "paid" || data.payBy !== null}
          payBy={data.payBy}
        />
      )}
      {data.withdrawal ? <OwnWithdrawal place={place} refund={data.withdrawal} /> : null}
      <DocumentLinks
        place={opened}
        documents={data.documents}
        currency={data.currency}
        zone={ownZone()}
      />
      {data.state === "paid" && data.running ? <OwnBilling place={place} order={data} /> : null}
      {data.receipt ? (
        <FileLink href={addressOf("getReceipt", opened)}>The receipt as a file</FileLink>
      ) : null}
      <Text kind="small" color={quiet}>
        Order {data.id}
        {data.receipt ? `, receipt ${data.receipt}` : ""}, {sayWrittenInstant(data.boughtAt, zone)}
      </Text>
    </NightPage>
  );
}
