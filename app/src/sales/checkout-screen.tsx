/** Buying: what it costs and why, what opens when, who buys, and on to paying. No step stands before the price. */
import type { Offered } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenEnd } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { RemindMe } from "../reminders/remind-me";
import { SunLine } from "../schedule/horizon/sun-line";
import { explain } from "../store/api";
import { Coming, titleComing } from "../store/coming";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { FieldRow } from "../ui/field-row";
import { NightPage } from "../ui/night-page";
import { NumberField } from "../ui/number-field";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetOfferedQuery } from "./api";
import { BuyerPlace, type SaidPlace } from "./buyer-place";
import { Buying } from "./buying";
import { FirstDates } from "./first-dates";
import { MembershipOpens } from "./lazy-parts";
import { QuoteLines } from "./quote-lines";
import { sayWay } from "./say-way";
import { CODE_REASONS, sayWhyPrice } from "./say-why";
import { WaitForSold } from "./wait-for-sold";

interface Place {
  school: string;
  listing: string;
}

export function CheckoutScreen() {
  const { code, ...place } = useLocalSearchParams() as unknown as Place & { code?: string };
  const [option, setOption] = useState<string | null>(null);
  const [codes, setCodes] = useState<string[]>(code ? [code] : []);
  const [seats, setSeats] = useState(1);
  const [said, setSaid] = useState<SaidPlace>({ country: null, taxNumber: "" });
  const [giving, setGiving] = useState(false);
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  const asked = { school: place.school, listing: place.listing, timeZone, seats };
  const { data, error, refetch, isFetching } = useGetOfferedQuery(
    { ...asked, ...said, option, codes: codes.join(","), renews: giving ? "false" : null },
    { refetchOnMountOrArgChange: true },
  );
  if (!data)
    return (
      <Page title={titleComing(error)} narrow>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return (
    <Checkout
      place={place}
      offered={data}
      zone={timeZone}
      codes={codes}
      busy={isFetching}
      onOption={setOption}
      onCodes={setCodes}
      onSeats={setSeats}
      said={said}
      problem={error ? explain(error).detail : null}
      onSaid={setSaid}
      giving={giving}
      onGiving={() => {
        // A way that only renews is none to give.
        setOption(null);
        setGiving(true);
      }}
      onAgain={refetch}
    />
  );
}

interface Props {
  place: Place;
  offered: Offered;
  zone: string;
  codes: string[];
  busy: boolean;
  onOption(option: string): void;
  onCodes(codes: string[]): void;
  onSeats(seats: number): void;
  said: SaidPlace;
  /** Why what was asked for last is not shown: what stands is what was asked before. */
  problem: string | null;
  onSaid(said: SaidPlace): void;
  /** It is for somebody else, though the one who buys is in already. */
  giving: boolean;
  onGiving(): void;
  onAgain(): void;
}

const STATES = {
  before: "It cannot be bought yet.",
  full: "It is sold out.",
  closed: "It cannot be bought any more.",
};

function Checkout(props: Props) {
  const { place, offered, zone, codes, busy, onOption, onCodes, onSeats, onAgain } = props;
  const { quiet, ember } = usePalette();
  const { quote, currency, ways, courses, state } = offered;
  const way = ways.find(({ id }) => id === quote.option);
  const [whole, setWhole] = useState(false);
  const { giving, onGiving } = props;
  // What costs nothing asks neither for a country nor for a code.
  const priced = offered.ways.some(({ kind }) => kind !== "free");
  const now = Date.now();
  const suns = courses
    .flatMap(({ modules }) => modules)
    .map(({ opens }) => ({
      opens,
      mark:
        opens === null
          ? ("waiting" as const)
          : Date.parse(opens) <= now
            ? ("open" as const)
            : ("scheduled" as const),
    }));
  return (
    <NightPage
      title={offered.title}
      above={{ text: offered.school.name }}
      band={
        suns.length > 0 ? <SunLine suns={suns} at={now as Instant} onNight labeled /> : undefined
      }
    >
      {offered.renews ? (
        <Renewing renews={offered.renews} courses={courses} zone={zone} />
      ) : offered.points.length > 0 ? (
        <View style={{ gap: 4 }}>
          {offered.points.map((point) => (
            <Text key={point}>• {point}</Text>
          ))}
        </View>
      ) : null}
      {offered.membership && !offered.renews ? (
        <MembershipOpens
          membership={offered.membership}
          zone={zone}
          forOthers={giving || quote.seats > 1}
        />
      ) : null}
      {ways.length > 1 ? (
        <Choices label="Way to pay">
          {ways.map((one) => (
            <Choice
              key={one.id}
              label={`${sayWay(one)}, ${sayMoney(one.total, currency)}`}
              taken={one.id === quote.option}
              onPress={() => onOption(one.id)}
            />
          ))}
        </Choices>
      ) : null}
      {offered.teams ? (
        <View style={{ gap: 4 }}>
          <NumberField
            label="For how many"
            width={150}
            value={quote.seats}
            least={1}
            most={Math.max(1, Math.min(offered.seatsLeft ?? 10_000, 10_000))}
            onChange={onSeats}
          />
          {quote.seats > 1 ? (
            <Text kind="small" color={quiet}>
              You give the seats out after paying, one by one or all at once; nobody is in by paying
              alone.
            </Text>
          ) : null}
        </View>
      ) : null}
      {offered.tax && priced ? (
        <BuyerPlace tax={offered.tax} said={props.said} onSaid={props.onSaid} />
      ) : null}
      {props.problem ? (
        <Text kind="small" color={ember} role="alert">
          {props.problem}
        </Text>
      ) : null}
      <View>
        <QuoteLines quote={quote} currency={currency} way={way ? sayWay(way) : "Price"} />
        {quote.refused.map(({ code, reason }) => (
          <Text key={code} kind="small" role="status" style={{ paddingTop: 8 }}>
            <Text kind="smallStrong">{code} is not taken: </Text>
            {CODE_REASONS[reason]}
          </Text>
        ))}
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, paddingTop: 10 }}>
          <QuietAction label={whole ? "Less" : "Why this price"} onPress={() => setWhole(!whole)} />
          {codes.length > 0 ? (
            <QuietAction label="Take the code out" onPress={() => onCodes([])} />
          ) : null}
        </View>
        {whole
          ? sayWhyPrice(offered.why, currency).map((sentence) => (
              <Text key={sentence} kind="small" color={quiet} style={{ paddingTop: 6 }}>
                {sentence}
              </Text>
            ))
          : null}
      </View>
      {priced ? <CodeField onCode={(code) => onCodes([...codes, code])} busy={busy} /> : null}
      {giving || quote.seats > 1 ? null : <GoesOn courses={courses} />}
      <FirstDates courses={offered.renews ? [] : courses} zone={zone} />
      {offered.renews ? (
        <>
          <Buying
            key="renewal"
            place={place}
            offered={offered}
            codes={codes}
            zone={zone}
            giving={false}
            onAgain={onAgain}
          />
          {state === "open" ? (
            <QuietAction label="Give it to somebody instead" onPress={onGiving} />
          ) : null}
        </>
      ) : offered.holds && quote.seats === 1 && !giving ? (
        <View style={{ gap: 10 }}>
          <Text kind="strong">
            {offered.membership ? "You have this already." : "You are in this already."}
          </Text>
          <TextLink href={`/${place.school}/shelf`}>Go to my shelf</TextLink>
          {state === "open" && way?.kind !== "subscription" ? (
            <QuietAction label="Give it to somebody" onPress={onGiving} />
          ) : null}
        </View>
      ) : state === "open" ? (
        <>
          {offered.waiting ? <WaitForSold place={place} waiting={offered.waiting} /> : null}
          <Buying
            place={place}
            offered={offered}
            codes={codes}
            zone={zone}
            giving={giving}
            onAgain={onAgain}
          />
        </>
      ) : (
        <>
          <Text kind="strong" role="status">
            {STATES[state]}
          </Text>
          {state === "before" ? (
            <RemindMe school={place.school} door={{ kind: "listing", listing: place.listing }} />
          ) : null}
          {offered.waiting ? <WaitForSold place={place} waiting={offered.waiting} /> : null}
        </>
      )}
    </NightPage>
  );
}

/** Somebody who is in stays longer: until when it is theirs, and until when it would be. */
function Renewing({
  renews,
  courses,
  zone,
}: {
  renews: NonNullable<Offered["renews"]>;
  courses: Offered["courses"];
  zone: string;
}) {
  const end = (at: string) => sayWrittenEnd(at, { zone: zoneOf(zone) });
  return (
    <View role="group" aria-label="Stay longer" style={{ gap: 8 }}>
      <Text kind="name" level={2}>
        You have this: stay longer
      </Text>
      {renews.map(({ course, until, becomes }) => (
        <Text key={course}>
          {courses.length > 1 ? `${courses.find(({ id }) => id === course)?.title ?? ""}: ` : ""}
          {courses.length > 1 ? "yours" : "Yours"} until {end(until)}; renewed, until {end(becomes)}
          . No day is lost.
        </Text>
      ))}
    </View>
  );
}

/** Whoever was in some of it before. */
function GoesOn({ courses }: Pick<Offered, "courses">) {
  const { quiet } = usePalette();
  const before = courses.filter(({ goesOn }) => goesOn).map(({ title }) => `“${title}”`);
  if (before.length === 0) return null;
  return (
    <Text kind="small" color={quiet}>
      You were in {before.join(" and ")} before: you go on where you were, with all that you have
      done.
    </Text>
  );
}

function CodeField({ onCode, busy }: { onCode(code: string): void; busy: boolean }) {
  const [typed, setTyped] = useState("");
  const take = () => {
    if (typed.trim() === "") return;
    onCode(typed.trim());
    setTyped("");
  };
  return (
    <FieldRow action={<QuietAction label="Use it" onPress={take} busy={busy} />}>
      <View style={{ flex: 1, maxWidth: 260 }}>
        <TextField
          label="A code"
          value={typed}
          maxLength={60}
          autoCapitalize="characters"
          onChangeText={setTyped}
          onSubmitEditing={take}
        />
      </View>
    </FieldRow>
  );
}
