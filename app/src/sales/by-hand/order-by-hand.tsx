/** An order that staff write for somebody: what, for how many, for whom, until when; its price seen before it is written. */
import type { Billing, Order } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { scheduleFrom } from "@dawngate/core/sales/schedule";
import {
  addDays,
  formatDate,
  type Instant,
  localDateAt,
  parseDate,
  zoneOf,
} from "@dawngate/core/time";
import { useRef, useState } from "react";
import { View } from "react-native";
import { explain, faultsOf, pressKey } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { FaultText } from "../../ui/fault-text";
import { DateField } from "../../ui/moment-fields";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { Options } from "../../ui/options";
import { Sheet } from "../../ui/sheet";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useGetOfferedQuery } from "../api";
import { BillingFields } from "../lazy-parts";
import { QuoteLines } from "../quote-lines";
import { sayWay } from "../say-way";
import { useGetListingsInfiniteQuery, useOrderByHandMutation } from "../selling-api";

interface Props {
  school: string;
  /** The school's. */
  zone: string;
  onDone(order: Order): void;
  onClose(): void;
}

/** So many days it is usual to be given (common practice). */
const USUAL_DAYS = 14;

export function OrderByHand({ school, zone, onDone, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetListingsInfiniteQuery({ school, course: null });
  const listings = (data?.pages.flatMap((page) => page.listings) ?? []).filter(
    ({ state }) => state === "on-sale" || state === "private",
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const listing = chosen ?? (listings.length === 1 ? (listings[0]?.id ?? null) : null);
  return (
    <Sheet title="An order by hand" onClose={onClose}>
      <Text kind="small" color={quiet}>
        For whoever pays by transfer: they are asked by mail, and in once you mark it as paid. To
        let somebody in before, enroll them by hand.
      </Text>
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {!data ? (
        error ? null : (
          <Skeleton widths={[0.6, 0.5, 0.7]} />
        )
      ) : listings.length === 0 ? (
        <Text role="status">Nothing is on sale. Put something on sale first.</Text>
      ) : (
        <>
          <Options
            label="What"
            says="What"
            options={listings.map(({ id, title }) => ({ value: id, label: title }))}
            value={listing ?? ""}
            onChange={setChosen}
          />
          {listing === null ? null : (
            <Writing key={listing} school={school} zone={zone} listing={listing} onDone={onDone} />
          )}
        </>
      )}
    </Sheet>
  );
}

function Writing({
  school,
  zone,
  listing,
  onDone,
}: Pick<Props, "school" | "zone" | "onDone"> & { listing: string }) {
  const { quiet } = usePalette();
  const [option, setOption] = useState<string | null>(null);
  const [seats, setSeats] = useState(1);
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const [billing, setBilling] = useState<Billing | null>(null);
  const [payBy, setPayBy] = useState(() =>
    formatDate(addDays(localDateAt(zoneOf(zone), Date.now() as Instant), USUAL_DAYS)),
  );
  const { data, error, refetch } = useGetOfferedQuery(
    { school, listing, option, seats, codes: "", renews: "false", timeZone: zone },
    { refetchOnMountOrArgChange: true },
  );
  const [write, writing] = useOrderByHandMutation();
  const faults = faultsOf(writing.error);
  const press = useRef({ of: "", key: "" });
  if (!data)
    return error ? (
      <Notice {...explain(error)} onRetry={refetch} />
    ) : (
      <Skeleton widths={[0.6, 0.5, 0.7]} />
    );
  const { quote, currency } = data;
  const ways = data.ways.filter(({ kind }) => kind === "once" || kind === "installments");
  const way = ways.find(({ id }) => id === quote.option);
  // Where the usual way is another, the first that is paid so.
  const first = ways[0]?.id ?? null;
  if (!way && option === null && first !== null) setOption(first);
  const day = parseDate(payBy);
  const asked = day.ok
    ? { ...quote, schedule: scheduleFrom(quote.schedule, way?.every ?? null, day.value) }
    : quote;
  if (ways.length === 0)
    return (
      <Text role="status">
        It has no way to pay at once or in parts, and an order by hand is paid so. Choose something
        else, or give it such a way to pay.
      </Text>
    );
  const submit = async () => {
    const said = { option: quote.option, seats, name, email, billing, payBy, total: quote.total };
    const of = JSON.stringify(said);
    if (press.current.of !== of) press.current = { of, key: pressKey() };
    const answer = await write({
      school,
      body: {
        key: press.current.key,
        listing,
        option: quote.option,
        seats,
        seen: { total: quote.total },
        name,
        email,
        timeZone: zone,
        payBy,
        ...(billing && { billing }),
      },
    });
    if ("data" in answer && answer.data) onDone(answer.data);
    else refetch();
  };
  return (
    <View style={{ gap: 14 }}>
      {way && ways.length === 1 ? null : (
        <Choices label="Way to pay">
          {ways.map(({ id, total, ...one }) => (
            <Choice
              key={id}
              label={`${sayWay(one)}, ${sayMoney(total, currency)}`}
              taken={id === quote.option}
              onPress={() => setOption(id)}
            />
          ))}
        </Choices>
      )}
      {data.teams ? (
        <NumberField
          label="Seats"
          width={150}
          value={seats}
          least={1}
          most={Math.max(1, Math.min(data.seatsLeft ?? 10_000, 10_000))}
          onChange={setSeats}
        />
      ) : null}
      <TextField label="Buyer's name" value={name} maxLength={200} onChangeText={setName} />
      <FaultText>{faults.name}</FaultText>
      <TextField
        label="Buyer's mail address"
        value={email}
        inputMode="email"
        autoCapitalize="none"
        onChangeText={setEmail}
      />
      <FaultText>{faults.email}</FaultText>
      <BillingFields billing={billing} faults={faults} onBilling={setBilling} />
      <DateField
        label={asked.schedule.length > 1 ? "The first part to be paid by" : "To be paid by"}
        value={payBy}
        onChange={setPayBy}
      />
      <FaultText>{faults.payBy}</FaultText>
      <QuoteLines quote={asked} currency={currency} way="Price" bought payBy={payBy} />
      {data.state === "open" ? null : (
        <Text kind="small" color={quiet} role="status">
          It cannot be bought now: its window is shut, or its seats are gone.
        </Text>
      )}
      {writing.error && Object.keys(faults).length === 0 ? (
        <Notice {...explain(writing.error)} />
      ) : null}
      <PrimaryAction
        label={`Ask for ${sayMoney(quote.dueNow, currency)}`}
        busy={writing.isLoading}
        disabled={!way || name.trim() === "" || email.trim() === ""}
        onPress={submit}
      />
    </View>
  );
}
