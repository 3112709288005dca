/** Buying: what it costs and why, what opens when, who buys, and on to paying. No step stands before the price. */
import type { Offered } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate, sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useRef, useState } from "react";
import { View } from "react-native";
import { SunLine } from "../schedule/horizon/sun-line";
import { useGetMeQuery } from "../school/api";
import { withPlace } from "../school/arrive";
import { explain, faultsOf, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { TickBox } from "../ui/tick-box";
import { useBuyMutation, useGetOfferedQuery } from "./api";
import { QuoteLines } from "./quote-lines";
import { sayWay } from "./say-way";
import { CODE_REASONS, sayWhyPrice } from "./say-why";

interface Place {
  school: string;
  listing: string;
}

export function CheckoutScreen() {
  const { code, ...place } = useLocalSearchParams() as unknown as Place & { code?: string };
  const [option, setOption] = useState<string | null>(null);
  const [codes, setCodes] = useState<string[]>(code ? [code] : []);
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  const asked = { school: place.school, listing: place.listing, timeZone, seats: 1 };
  const { data, error, refetch, isFetching } = useGetOfferedQuery(
    { ...asked, option, codes: codes.join(",") },
    { refetchOnMountOrArgChange: true },
  );
  if (!data)
    return (
      <Page title={error ? "Not here" : "…"} narrow>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.8, 0.6, 0.7]} />
        )}
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
  onAgain(): void;
}

const STATES = {
  before: "It cannot be bought yet.",
  full: "It is sold out.",
  closed: "It cannot be bought any more.",
};

function Checkout({ place, offered, zone, codes, busy, onOption, onCodes, onAgain }: Props) {
  const { quiet } = usePalette();
  const { quote, currency, ways, courses, state } = offered;
  const way = ways.find(({ id }) => id === quote.option);
  const [whole, setWhole] = useState(false);
  const first = courses.flatMap(({ opens }) => (opens === null ? [] : [opens])).sort()[0] ?? null;
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
      {offered.points.length > 0 ? (
        <View style={{ gap: 4 }}>
          {offered.points.map((point) => (
            <Text key={point}>• {point}</Text>
          ))}
        </View>
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
      <CodeField onCode={(code) => onCodes([...codes, code])} busy={busy} />
      <View style={{ gap: 10 }}>
        {courses.map((course) => (
          <View key={course.id} style={{ gap: 6 }}>
            <Text kind="name" level={2}>
              {course.title}
            </Text>
            <Fact
              mark={course.opens === null || Date.parse(course.opens) > now ? "scheduled" : "open"}
            >
              {course.opens === null
                ? "What opens first is not known yet"
                : Date.parse(course.opens) <= now
                  ? "Opens at once"
                  : `Opens ${sayWrittenInstant(course.opens, zoneOf(zone))}`}
            </Fact>
            <Fact mark="closed">
              {course.until === null
                ? "Yours without an end"
                : `Yours until ${sayWrittenEnd(course.until, { zone: zoneOf(zone) })}`}
            </Fact>
          </View>
        ))}
      </View>
      {offered.holds ? (
        <View style={{ gap: 10 }}>
          <Text kind="strong">You are in this already.</Text>
          <TextLink href={`/${place.school}/shelf`}>Go to my shelf</TextLink>
        </View>
      ) : state === "open" ? (
        <Buying
          place={place}
          offered={offered}
          codes={codes}
          first={first}
          zone={zone}
          onAgain={onAgain}
        />
      ) : (
        <Text kind="strong" role="status">
          {STATES[state]}
        </Text>
      )}
    </NightPage>
  );
}

function Fact({ mark, children }: { mark: "open" | "scheduled" | "closed"; children: string }) {
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
      <SunMark mark={mark} size={22} />
      <Text style={{ flexShrink: 1 }}>{children}</Text>
    </View>
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
    <View style={{ flexDirection: "row", gap: 10, alignItems: "center" }}>
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
      <QuietAction label="Use it" onPress={take} busy={busy} />
    </View>
  );
}

/** Who buys, what they agree to, and the one press. */
function Buying({
  place,
  offered,
  codes,
  zone,
  onAgain,
}: Pick<Props, "place" | "offered" | "codes" | "zone" | "onAgain"> & { first: string | null }) {
  const { quiet, ember } = usePalette();
  const { data: me } = useGetMeQuery();
  const router = useRouter();
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const [begin, setBegin] = useState(false);
  const [buy, { error, isLoading }] = useBuyMutation();
  const { quote, currency } = offered;
  const faults = faultsOf(error);
  // The same press is one order, however often it is sent; another price, or another way, is another press.
  const key = useRef({ of: "", key: "" });
  const account = me?.account ?? null;
  const submit = async () => {
    const of = JSON.stringify([quote.option, quote.total, codes, account?.email ?? email]);
    if (key.current.of !== of) key.current = { of, key: pressKey() };
    const answer = await buy({
      ...place,
      body: {
        key: key.current.key,
        option: quote.option,
        seats: 1,
        codes,
        seen: { total: quote.total, dueNow: quote.dueNow },
        timeZone: zone,
        beginAtOnce: begin,
        ...(account === null && { name, email }),
      },
    });
    if (!("data" in answer) || !answer.data) {
      onAgain();
      return;
    }
    const { order, secret, pay } = answer.data;
    if (pay !== null) window.location.assign(pay);
    else router.replace(`/${place.school}/orders/${order}?secret=${secret}`);
  };
  const here = `/${place.school}/o/${place.listing}`;
  const fault = (path: string) =>
    faults[path] ? (
      <Text kind="small" color={ember} role="alert">
        {faults[path]}
      </Text>
    ) : null;
  return (
    <View style={{ gap: 14, maxWidth: 520 }}>
      {account ? (
        <Text color={quiet}>
          You buy as {account.name}, {account.email}.
        </Text>
      ) : (
        <>
          <TextField label="Your name" value={name} onChangeText={setName} autoComplete="name" />
          {fault("name")}
          <TextField
            label="Mail address"
            value={email}
            onChangeText={setEmail}
            autoComplete="email"
            inputMode="email"
          />
          {fault("email")}
          <Text kind="small" color={quiet}>
            Your way in comes to this address.
          </Text>
          <TextLink href={withPlace("/sign-in", here)}>I have an account</TextLink>
        </>
      )}
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
      {error && !faults.name && !faults.email ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label={quote.dueNow === 0 ? "Get it" : `Pay ${sayMoney(quote.dueNow, currency)}`}
        busy={isLoading}
        fill
        onPress={submit}
      />
      {quote.dueNow === 0 ? null : (
        <Text kind="small" color={quiet} style={{ textAlign: "center" }}>
          You pay on the next page. Practice till: no money moves.
        </Text>
      )}
    </View>
  );
}
