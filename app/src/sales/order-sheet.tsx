/** One order with all that happened to it: what stands on it, its documents, and what can be done. */
import type { OrderTax } from "@dawngate/contract/sales";
import { evidenceOf } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { FileLink } from "../ui/file-link";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { MarkPaid } from "./by-hand/mark-paid";
import { sayCountry } from "./country-field";
import { GiveBack } from "./give-back";
import { DocumentLinks, RunningParts, StandingLine } from "./lazy-parts";
import { BroughtBy } from "./partners/brought-by";
import { QuoteLines } from "./quote-lines";
import { useGetOrderQuery } from "./selling-api";

/** What an order was taxed by, for those who keep the books. */
function sayOrderTax({ treatment, country, rate, buyer }: OrderTax): string {
  const who = buyer.company
    ? `a company in ${sayCountry(buyer.country)}`
    : sayCountry(buyer.country);
  if (treatment === "reverse-charge")
    return `Reverse charge: ${who}, number ${buyer.country} ${buyer.number}`;
  if (treatment === "outside") return `No tax: ${who} is outside of the European Union`;
  return `Tax of ${sayCountry(country)}, ${rate / 100} %; the buyer: ${who}`;
}

/** How well it is proven where the buyer is; null: a company's number says it. */
function sayEvidence({ buyer, evidence }: OrderTax): string | null {
  const proven = evidenceOf({ buyer, evidence });
  if (proven === "number") return null;
  if (proven === "enough")
    return `Where they are is proven twice: the address they gave and their card's bank are in ${sayCountry(buyer.country)}`;
  const card = evidence.find(({ kind }) => kind === "card");
  return card
    ? `They gave an address in ${sayCountry(buyer.country)}, and their card's bank is in ${sayCountry(card.country)}: ask them for another proof`
    : "Where they are rests on the address they gave alone";
}

const EVENTS: Record<string, string> = {
  charged: "Paid",
  failed: "A card was refused",
  cancelled: "Cancelled",
  "cancel-taken-back": "The cancellation was taken back",
  "not-given": "The gift could not be given: whom it is for is in already",
  excess: "Paid once more: to be given back",
  refunded: "Given back",
  "given-back": "The money has gone back",
  "option-changed": "Its way to pay, or its price, was changed",
  "price-announced": "Another price was announced",
  "price-taken-back": "The price that was announced was taken back",
  "change-failed": "A card was refused: its way to pay was not changed",
  disputed: "Disputed with the bank",
  "dispute-won": "The dispute was won",
  "dispute-lost": "The dispute was lost: the money went back",
  "card-replaced": "Another card was put in",
  "card-warned": "They were told that a card is needed for a payment",
  asked: "Asked for by mail",
  reminded: "Reminded, since nothing was paid",
};

/** Of these no charge is told. */
const NO_CHARGE = new Set(["asked", "reminded", "card-replaced", "card-warned"]);

/** By which charge; what was transferred has none at the till. */
function sayCharge(kind: string, charge: string | null): string {
  if (charge === null || NO_CHARGE.has(kind)) return "";
  return charge.startsWith("by-hand-") ? " by transfer" : ` (${charge})`;
}

export function OrderSheet({
  school,
  order,
  zone,
  onClose,
}: {
  school: string;
  order: string;
  zone: string;
  onClose(): void;
}) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetOrderQuery(
    { school, order },
    // Charges and refunds go on while one looks.
    { refetchOnMountOrArgChange: true, pollingInterval: 5_000 },
  );
  const may = useMay(school);
  const when = (at: string) => sayWrittenInstant(at, zoneOf(zone));
  return (
    <Sheet title={data?.title ?? "Order"} onClose={onClose}>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        <>
          <View>
            <Text kind="strong">{data.name}</Text>
            <Text color={quiet}>{data.email}</Text>
            <Text kind="small" color={quiet}>
              Order {data.id}
              {data.receipt ? `, receipt ${data.receipt}` : ""}
            </Text>
            {data.receipt ? (
              <FileLink href={addressOf("getReceipt", { school, order })}>
                The receipt as a file
              </FileLink>
            ) : null}
            <DocumentLinks
              place={{ school, order }}
              documents={data.documents}
              currency={data.currency}
              zone={zone}
            />
          </View>
          {data.payBy !== null && data.state === "open" ? (
            <Text kind="strong">To be paid by transfer by {sayWrittenDate(data.payBy)}</Text>
          ) : null}
          {may("sales.order") ? <MarkPaid school={school} order={data} zone={zone} /> : null}
          {data.billing ? (
            <Text kind="small">
              {[
                `Invoices are for ${data.billing.company}`,
                ...(data.billing.reference === ""
                  ? []
                  : [`its reference ${data.billing.reference}`]),
              ].join(", ")}
            </Text>
          ) : null}
          <QuoteLines
            quote={data.quote}
            currency={data.currency}
            way="Price"
            bought
            payBy={data.payBy}
          />
          {data.partner ? (
            <BroughtBy
              school={school}
              zone={zone}
              partner={data.partner}
              currency={data.currency}
            />
          ) : null}
          {data.gift ? (
            <Text kind="small">
              A gift for {data.gift.name}, {data.gift.email}
            </Text>
          ) : null}
          {data.running ? (
            <>
              <StandingLine running={data.running} currency={data.currency} zone={zone} />
              <RunningParts running={data.running} currency={data.currency} zone={zone} />
            </>
          ) : null}
          <View style={{ gap: 4 }}>
            <Text kind="name" level={3}>
              What happened
            </Text>
            <Text kind="small">
              {when(data.boughtAt)}: {data.payBy === null ? "bought" : "written by hand"}
            </Text>
            {data.events.map(({ sequence, kind, at, charge, amount, part, note }) => (
              <Text key={sequence} kind="small">
                {when(at)}: {EVENTS[kind] ?? kind}
                {kind === "refunded" && amount !== null
                  ? `, ${sayMoney(amount, data.currency)}`
                  : ""}
                {data.running && part !== null ? `, part ${part}` : ""}
                {sayCharge(kind, charge)}
                {note === null ? "" : `: ${note}`}
              </Text>
            ))}
          </View>
          {may("sales.refund") ? <GiveBack school={school} order={data} /> : null}
          {data.tax ? (
            <Text kind="small">
              {[sayOrderTax(data.tax), sayEvidence(data.tax)].filter(Boolean).join(". ")}
            </Text>
          ) : null}
          {data.enrollments.length > 0 ? (
            <Text kind="small">In {data.enrollments.map(({ title }) => title).join(" and ")}</Text>
          ) : null}
        </>
      ) : error ? null : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
    </Sheet>
  );
}
