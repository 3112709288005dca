/** A listing: its ways to pay as sentences, its price over time, and beside them what a buyer pays, and why. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import {
  type Listing,
  type PriceOption,
  parseListing,
  type QuoteStep,
  quote,
} from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import {
  formatDate,
  type Instant,
  localDateAt,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { useGetCoursesQuery } from "../courses/api";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { useWide } from "../ui/layout";
import { DateField } from "../ui/moment-fields";
import { MoneyField } from "../ui/money-field";
import { Notice } from "../ui/notice";
import { NumberField } from "../ui/number-field";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetListingQuery } from "./api";
import { CodeSheet } from "./code-sheet";
import { type Dated, DatedSheet } from "./dated-sheet";
import { STATE_WORDS } from "./listings-screen";
import { PriceOverTime } from "./price-over-time";
import { QuoteLines } from "./quote-lines";
import { sayWay, sayWayAtLength } from "./say-way";
import { sayWhyPrice } from "./say-why";
import { useOffer } from "./use-offer";
import { WaySheet } from "./way-sheet";

interface Place {
  school: string;
  listing: string;
}

export function ListingScreen() {
  const place = useLocalSearchParams() as unknown as Place;
  const { data, error, refetch } = useGetListingQuery(place, { refetchOnMountOrArgChange: true });
  if (!data)
    return (
      <Page
        title={error ? "Not here" : "…"}
        above={{ text: "Sales", href: `/${place.school}/sales` }}
      >
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.7, 0.5, 0.6, 0.7]} />
        )}
      </Page>
    );
  return <Editor place={place} kept={data} />;
}

type Open = { kind: "way" | "dated" | "code"; at: number };

const sayOption = (option: PriceOption, currency: string) =>
  sayWayAtLength(
    {
      kind: option.kind,
      amount: "amount" in option ? option.amount : 0,
      count: option.kind === "installments" ? option.count : null,
      deposit: option.kind === "installments" ? option.deposit : null,
      every: "every" in option ? option.every : null,
      trial: option.kind === "subscription" ? option.trial : null,
    },
    currency,
  );

function sayDated(dated: Dated, currency: string): string {
  if (dated.kind === "late")
    return `Late fee of ${sayMoney(dated.add, currency)} from ${sayWrittenDate(dated.from)}`;
  const what =
    dated.amount === undefined ? `${dated.percent} % less` : sayMoney(dated.amount, currency);
  const from = dated.kind === "sale" && dated.from ? ` from ${sayWrittenDate(dated.from)}` : "";
  const through = dated.through ? ` through ${sayWrittenDate(dated.through)}` : "";
  return `${dated.kind === "sale" ? "Sale" : "Early"}: ${what}${from}${through}`;
}

function Editor({ place, kept }: { place: Place; kept: ListingAnswer }) {
  const { offer, set, send, error, isKeeping, keptAt } = useOffer(place, kept);
  const { currency, timeZone } = kept;
  const { quiet, line, ember, dusk } = usePalette();
  const wide = useWide();
  const today = formatDate(localDateAt(zoneOf(timeZone), Date.now() as Instant));
  const [open, setOpen] = useState<Open | null>(null);
  const [day, setDay] = useState(today);
  const [code, setCode] = useState("");
  const [option, setOption] = useState<string | null>(null);
  const read = useMemo(
    () => (offer.options.length === 0 ? null : readOffer(place.listing, offer, currency, timeZone)),
    [place.listing, offer, currency, timeZone],
  );
  const first =
    offer.options.find((one) => one.default && !one.renewal) ??
    offer.options.find((one) => !one.renewal);
  const chosen = offer.options.find(({ id }) => id === option) ?? first ?? null;
  const ways = offer.options.map((one) => ({ id: one.id, says: sayOption(one, currency) }));
  const replace = <T,>(list: readonly T[], at: number, next: T | null): T[] =>
    list.flatMap((one, i) => (i === at ? (next === null ? [] : [next]) : [one]));
  const setWays = (options: PriceOption[], changed?: PriceOption) =>
    // One of them is the one shown first.
    set({
      options: options.map((one) =>
        changed?.default && one.id !== changed.id ? { ...one, default: false } : one,
      ),
    });
  const add = (kind: Open["kind"]) => {
    if (kind === "way") {
      const id = freshId(offer.options.map((one) => one.id));
      setWays([
        ...offer.options,
        {
          id,
          kind: "once",
          amount: 0 as never,
          default: offer.options.length === 0,
          renewal: false,
        },
      ]);
      setOpen({ kind, at: offer.options.length });
    } else if (kind === "dated") {
      set({
        dated: [...offer.dated, { kind: "early", through: today, percent: 10, options: null }],
      });
      setOpen({ kind, at: offer.dated.length });
    } else {
      set({ codes: [...offer.codes, newCode(offer.codes.length)] });
      setOpen({ kind, at: offer.codes.length });
    }
  };
  const beside = (
    <Beside listing={read} option={chosen} day={day} code={code} offer={offer} snags={kept.snags} />
  );
  const sold = kept.state === "on-sale" || kept.state === "private";
  return (
    <Page title={offer.title} above={{ text: "Sales", href: `/${place.school}/sales` }} full dense>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
        <Text kind="strong">{STATE_WORDS[kept.state]}</Text>
        <Text kind="small" color={error ? ember : quiet} role="status">
          {error
            ? explain(error).detail
            : isKeeping
              ? "Keeping…"
              : keptAt === null
                ? "Kept"
                : `Kept ${new Date(keptAt).toTimeString().slice(0, 5)}`}
        </Text>
        <View style={{ flexGrow: 1 }} />
        {sold ? (
          <>
            <TextLink href={`/${place.school}/o/${place.listing}`}>See the page</TextLink>
            <QuietAction label="Take it off sale" onPress={() => send("hidden")} />
          </>
        ) : (
          <PrimaryAction label="Put on sale" onPress={() => send("on-sale")} />
        )}
      </View>
      <View
        role="group"
        aria-label="As if somebody buys"
        style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}
      >
        <View style={{ width: 210 }}>
          <DateField label="As if bought on" value={day} onChange={setDay} />
        </View>
        <View style={{ width: 150 }}>
          <TextField label="With code" value={code} maxLength={60} onChangeText={setCode} />
        </View>
      </View>
      <View style={{ flexDirection: wide ? "row" : "column", gap: 28, alignItems: "stretch" }}>
        <View style={{ flex: wide ? 3 : undefined, gap: 24, minWidth: 0 }}>
          <Part title="Ways to pay" add="Another way to pay" onAdd={() => add("way")}>
            {offer.options.map((one, at) => (
              <Press
                key={one.id}
                onPress={() => setOpen({ kind: "way", at })}
                style={{
                  borderWidth: 1,
                  boxShadow: one.id === chosen?.id ? `inset 0 0 0 1px ${dusk}` : undefined,
                  borderColor: one.id === chosen?.id ? dusk : line,
                  borderRadius: 12,
                  padding: 14,
                }}
              >
                <Text>{sayOption(one, currency)}</Text>
                <Text kind="small" color={quiet}>
                  {[
                    one.renewal ? "only to renew" : null,
                    one.default ? "shown first" : null,
                    offer.tax ? (offer.tax.included ? "tax included" : "tax added") : null,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </Text>
              </Press>
            ))}
            {offer.options.length > 1 ? (
              <Choices label="The buyer chooses">
                {offer.options
                  .filter((one) => !one.renewal)
                  .map((one) => (
                    <Choice
                      key={one.id}
                      label={sayWay({
                        kind: one.kind,
                        count: one.kind === "installments" ? one.count : null,
                        every: "every" in one ? one.every : null,
                        trial: null,
                      })}
                      taken={one.id === chosen?.id}
                      onPress={() => setOption(one.id)}
                    />
                  ))}
              </Choices>
            ) : null}
          </Part>
          {wide ? null : beside}
          {read && chosen && chosen.kind !== "free" ? (
            <Part title="Price over time">
              <PriceOverTime
                listing={read}
                option={chosen.id}
                day={day}
                window={offer.window}
                onDay={setDay}
              />
            </Part>
          ) : null}
          <Part
            title="Prices for some days"
            add="A sale, an early price, a late fee"
            onAdd={() => add("dated")}
          >
            {offer.dated.map((one, at) => (
              <QuietAction
                // biome-ignore lint/suspicious/noArrayIndexKey: they have no name but their place
                key={at}
                label={sayDated(one, currency)}
                onPress={() => setOpen({ kind: "dated", at })}
              />
            ))}
          </Part>
          <Part title="Codes" add="A code" onAdd={() => add("code")}>
            <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
              {offer.codes.map((one, at) => (
                <Choice
                  // biome-ignore lint/suspicious/noArrayIndexKey: its word is being typed
                  key={at}
                  label={`${one.code}: ${one.percent === undefined ? sayMoney(one.amount ?? 0, currency) : `${one.percent} %`} less`}
                  onPress={() => setOpen({ kind: "code", at })}
                />
              ))}
            </View>
          </Part>
          <Rest place={place} offer={offer} kept={kept} today={today} set={set} />
        </View>
        {wide ? <View style={{ flex: 2, minWidth: 320 }}>{beside}</View> : null}
      </View>
      {open?.kind === "way" && offer.options[open.at] ? (
        <WaySheet
          option={offer.options[open.at] as PriceOption}
          currency={currency}
          onChange={(next) => setWays(replace(offer.options, open.at, next), next)}
          onRemove={() => {
            setWays(replace<PriceOption>(offer.options, open.at, null));
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
      {open?.kind === "dated" && offer.dated[open.at] ? (
        <DatedSheet
          dated={offer.dated[open.at] as Dated}
          currency={currency}
          ways={ways}
          today={today}
          onChange={(next) => set({ dated: replace(offer.dated, open.at, next) })}
          onRemove={() => {
            set({ dated: replace<Dated>(offer.dated, open.at, null) });
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
      {open?.kind === "code" && offer.codes[open.at] ? (
        <CodeSheet
          code={offer.codes[open.at] as Offer["codes"][number]}
          currency={currency}
          today={today}
          onChange={(next) => set({ codes: replace(offer.codes, open.at, next) })}
          onRemove={() => {
            set({ codes: replace<Offer["codes"][number]>(offer.codes, open.at, null) });
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </Page>
  );
}

/** The offer as the core reads it; null: something in it does not go together yet. */
function readOffer(id: string, offer: Offer, currency: string, timeZone: string): Listing | null {
  const { courses, tax, options, dated, seats, holder, codes } = offer;
  const read = parseListing({
    id,
    currency,
    timeZone,
    courses,
    tax,
    options,
    dated,
    seats,
    holder,
    codes,
  });
  return read.ok ? read.value : null;
}

const freshId = (taken: readonly string[]) => {
  for (let i = taken.length + 1; ; i++) if (!taken.includes(`way-${i}`)) return `way-${i}`;
};

const newCode = (number: number): Offer["codes"][number] => ({
  code: `CODE${number + 1}`,
  percent: 10,
  combines: false,
  from: null,
  through: null,
  uses: null,
  used: 0,
  perPerson: null,
  usedByBuyer: 0,
  leastSeats: null,
  listings: null,
  periods: null,
});

function Part({
  title,
  add,
  onAdd,
  children,
}: {
  title: string;
  add?: string;
  onAdd?(): void;
  children: React.ReactNode;
}) {
  return (
    <View style={{ gap: 10 }}>
      <Text kind="heading" level={2}>
        {title}
      </Text>
      {children}
      {add && onAdd ? <QuietAction label={add} onPress={onAdd} /> : null}
    </View>
  );
}

/** What one buyer pays on that day, and why; and what is odd about the whole. */
function Beside({
  listing,
  option,
  day,
  code,
  offer,
  snags,
}: {
  listing: Listing | null;
  option: PriceOption | null;
  day: string;
  code: string;
  offer: Offer;
  snags: ListingAnswer["snags"];
}) {
  const { surface, line, quiet, ember } = usePalette();
  const date = parseDate(day);
  const priced = useMemo(() => {
    if (!listing || !option || !date.ok) return null;
    const why: QuoteStep[] = [];
    const at = (startOfDay(zoneOf(listing.timeZone), date.value) + 12 * 3_600_000) as Instant;
    try {
      const codes = code.trim() === "" ? [] : [code];
      return { answer: quote(listing, { at, option: option.id, codes }, why), why };
    } catch {
      return null;
    }
  }, [listing, option, date, code]);
  return (
    <View
      style={{
        backgroundColor: surface,
        borderRadius: 14,
        borderWidth: 1,
        borderColor: line,
        padding: 18,
        gap: 14,
      }}
    >
      <Text kind="name" level={2}>
        This buyer pays
      </Text>
      {priced && listing && option ? (
        <>
          <Text kind="title">{sayMoney(priced.answer.dueNow, listing.currency)}</Text>
          <QuoteLines
            quote={priced.answer}
            currency={listing.currency}
            way={sayWay({
              kind: option.kind,
              count: option.kind === "installments" ? option.count : null,
              every: "every" in option ? option.every : null,
              trial: null,
            })}
          />
          <View style={{ gap: 4 }}>
            {sayWhyPrice(priced.why, listing.currency).map((sentence) => (
              <Text key={sentence} kind="small" color={quiet}>
                {sentence}
              </Text>
            ))}
          </View>
        </>
      ) : (
        <Text color={quiet}>
          {offer.options.length === 0
            ? "Add a way to pay: what it comes to stands here, line by line."
            : "Something does not go together yet."}
        </Text>
      )}
      {snags.length > 0 ? (
        <View role="region" aria-label="Snags" style={{ gap: 6 }}>
          {snags.map(({ reason, weight }) => (
            <Text key={reason} kind="small" color={weight === "look" ? quiet : ember}>
              {reason}
            </Text>
          ))}
        </View>
      ) : null}
    </View>
  );
}

/** What is in it, what one gets, tax, window, seats, validity. */
function Rest({
  place,
  offer,
  kept,
  today,
  set,
}: {
  place: Place;
  offer: Offer;
  kept: ListingAnswer;
  today: string;
  set(part: Partial<Offer>): void;
}) {
  const { data } = useGetCoursesQuery({ school: place.school });
  const courses = data?.courses.filter((one) => !one.archived) ?? [];
  const bundle = offer.courses.length > 1;
  return (
    <>
      <Part title="What is in it">
        <TextField
          label="What it is called"
          value={offer.title}
          maxLength={200}
          onChangeText={(title) => title.trim() !== "" && set({ title })}
        />
        <Choices label="Courses in it" many>
          {courses.map(({ id, title }) => {
            const taken = offer.courses.some((one) => one.id === id);
            return (
              <Choice
                key={id}
                many
                label={title}
                taken={taken}
                onPress={() =>
                  set({
                    courses: taken
                      ? offer.courses.filter((one) => one.id !== id)
                      : [...offer.courses, { id, price: null }],
                  })
                }
              />
            );
          })}
        </Choices>
        {bundle
          ? offer.courses.map((one, at) => (
              <MoneyField
                key={one.id}
                label={`“${kept.courses.find(({ id }) => id === one.id)?.title ?? one.id}” by itself`}
                currency={kept.currency}
                value={one.price}
                optional
                onChange={(price) =>
                  set({
                    courses: offer.courses.map((course, i) =>
                      i === at ? { ...course, price: price as never } : course,
                    ),
                  })
                }
              />
            ))
          : null}
        <Points points={offer.points} onPoints={(points) => set({ points })} />
      </Part>
      <Part title="Tax, days, seats">
        <Switched
          label="Tax"
          on={offer.tax !== null}
          onChange={(on) => set({ tax: on ? { rate: 2300, included: true } : null })}
        />
        {offer.tax ? (
          <View style={{ flexDirection: "row", gap: 12, alignItems: "center" }}>
            <NumberField
              label="Percent of tax"
              width={150}
              value={offer.tax.rate / 100}
              least={0}
              most={100}
              onChange={(percent) =>
                offer.tax && set({ tax: { ...offer.tax, rate: percent * 100 } })
              }
            />
            <Switched
              label="Included in the price"
              on={offer.tax.included}
              onChange={(included) => offer.tax && set({ tax: { ...offer.tax, included } })}
            />
          </View>
        ) : null}
        <Switched
          label="Only in some days"
          on={offer.window !== null}
          onChange={(on) => set({ window: on ? { opens: today, closes: today } : null })}
        />
        {offer.window ? (
          <View style={{ flexDirection: "row", gap: 12 }}>
            <DateField
              label="Sold from"
              value={offer.window.opens}
              onChange={(opens) =>
                offer.window &&
                set({
                  window: {
                    opens,
                    closes: opens > offer.window.closes ? opens : offer.window.closes,
                  },
                })
              }
            />
            <DateField
              label="Sold through"
              value={offer.window.closes}
              onChange={(closes) =>
                offer.window &&
                set({
                  window: {
                    closes,
                    opens: closes < offer.window.opens ? closes : offer.window.opens,
                  },
                })
              }
            />
          </View>
        ) : null}
        <Switched
          label="So many seats"
          on={offer.seatLimit !== null}
          onChange={(on) => set({ seatLimit: on ? 20 : null })}
        />
        {offer.seatLimit === null ? null : (
          <NumberField
            label="Seats"
            value={offer.seatLimit}
            least={0}
            most={1_000_000}
            onChange={(seatLimit) => set({ seatLimit })}
          />
        )}
        <Switched
          label="Access for so many days"
          says="Counted from the start of access; else as the course says."
          on={offer.days !== null}
          onChange={(on) => set({ days: on ? 90 : null })}
        />
        {offer.days === null ? null : (
          <NumberField
            label="Days of access"
            width={150}
            value={offer.days}
            least={1}
            most={36_500}
            onChange={(days) => set({ days })}
          />
        )}
      </Part>
    </>
  );
}

/** What one gets, a point a line: what is typed counts when one leaves. */
function Points({ points, onPoints }: { points: string[]; onPoints(points: string[]): void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      label="What one gets, a point a line"
      multiline
      value={typed ?? points.join("\n")}
      onChangeText={setTyped}
      onBlur={() => {
        if (typed !== null)
          onPoints(
            typed
              .split("\n")
              .map((point) => point.trim().slice(0, 300))
              .filter((point) => point !== "")
              .slice(0, 20),
          );
        setTyped(null);
      }}
    />
  );
}
