/** A listing: its ways to pay as sentences, its price over time, and beside them what a buyer pays, and why. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import type { PriceOption } from "@dawngate/core/sales";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { skipToken } from "@reduxjs/toolkit/query";
import { useLocalSearchParams } from "expo-router";
import { memo, useCallback, useDeferredValue, useMemo, useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { Coming, titleComing } from "../store/coming";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { KeptWords } from "../ui/kept-words";
import { useWide } from "../ui/layout";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { AfterBuying } from "./after-buying";
import { type AsIfBuyer, AsIfBuyerStrip } from "./as-if-buyer";
import { BundleFigures } from "./bundle-figures";
import { BuyerPays } from "./buyer-pays";
import { CodeSheet } from "./code-sheet";
import { CodesPart } from "./codes-part";
import { type Dated, DatedSheet } from "./dated-sheet";
import { freshId, newCode, readOffer } from "./fresh";
import { STATE_WORDS } from "./listing-rows";
import { ListingSeats } from "./listing-seats";
import { ListingTerms } from "./listing-terms";
import { memoOn } from "./memo-on";
import { Part } from "./part";
import { PriceInside } from "./price-inside";
import { PriceOverTime } from "./price-over-time";
import { sayDated, sayOption } from "./say-terms";
import { sayWay } from "./say-way";
import { useGetAnnouncedPricesQuery, useGetListingQuery } from "./selling-api";
import { useOffer } from "./use-offer";
import { WayCard } from "./way-card";
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
      <Page title={titleComing(error)} above={{ text: "Sales", href: `/${place.school}/sales` }}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return <Editor place={place} kept={data} />;
}

type Open = { kind: "way" | "dated" | "code"; at: number };

/** Parts beside the one that is typed in wait for nothing of it. */
const Terms = memoOn(ListingTerms, [
  "title",
  "points",
  "courses",
  "membership",
  "cohorts",
  "tax",
  "supply",
  "window",
  "listed",
  "seatLimit",
  "validity",
]);
const Seats = memoOn(ListingSeats, ["options", "membership", "teams", "seats", "holder"]);
const OverTime = memo(PriceOverTime);

function Editor({ place: named, kept }: { place: Place; kept: ListingAnswer }) {
  const place = useMemo(
    () => ({ school: named.school, listing: named.listing }),
    [named.school, named.listing],
  );
  const { offer, set, send, error, isKeeping, keptAt } = useOffer(place, kept);
  const { currency, timeZone } = kept;
  const { data: about } = useGetSchoolQuery({ school: place.school });
  const wide = useWide();
  const today = formatDate(localDateAt(zoneOf(timeZone), Date.now() as Instant));
  const [open, setOpen] = useState<Open | null>(null);
  const [changed, setChanged] = useState<Partial<AsIfBuyer>>({});
  const setAs = useCallback(
    (part: Partial<AsIfBuyer>) => setChanged((before) => ({ ...before, ...part })),
    [],
  );
  const onDay = useCallback((day: string) => setAs({ day }), [setAs]);
  const tax = about?.tax ?? null;
  const isTaxed = offer.tax !== null;
  const as = useMemo((): AsIfBuyer => {
    const home = tax && isTaxed ? { country: tax.country, company: false } : null;
    const usual = { day: today, code: "", seats: 1, holds: false, timeZone };
    return { ...usual, ...changed, where: home && (changed.where ?? home) };
  }, [tax, isTaxed, today, timeZone, changed]);
  const [option, setOption] = useState<string | null>(null);
  const chosen = chosenOf(offer, option);
  // What a key changes stands in its field at once; the quote and the chart follow it.
  const [seen, seenAs] = [useDeferredValue(offer), useDeferredValue(as)];
  const read = useMemo(
    () => (seen.options.length === 0 ? null : readOffer(place.listing, seen, currency, timeZone)),
    [place.listing, seen, currency, timeZone],
  );
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
  const beside = useMemo(
    () => (
      <BuyerPays
        listing={read}
        option={chosenOf(seen, option)}
        place={place}
        as={seenAs}
        offer={seen}
        tax={tax}
        snags={kept.snags}
      />
    ),
    [read, seen, option, place, seenAs, tax, kept.snags],
  );
  const sold = kept.state === "on-sale" || kept.state === "private";
  const isRunning = kept.offer.options.some(({ kind }) => kind === "subscription");
  const { data: prices } = useGetAnnouncedPricesQuery(isRunning ? place : skipToken);
  return (
    <Page title={offer.title} above={{ text: "Sales", href: `/${place.school}/sales` }} full dense>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
        <Text kind="strong">{STATE_WORDS[kept.state]}</Text>
        <KeptWords error={error} isKeeping={isKeeping} keptAt={keptAt} />
        <View style={{ flexGrow: 1 }} />
        <TextLink href={`/${place.school}/sales/${place.listing}/page`}>Make its page</TextLink>
        {sold ? (
          <>
            <TextLink href={`/${place.school}/p/${place.listing}`}>See the page</TextLink>
            <QuietAction label="Take it off sale" onPress={() => send("hidden")} />
          </>
        ) : (
          <PrimaryAction label="Put on sale" onPress={() => send("on-sale")} />
        )}
      </View>
      <AsIfBuyerStrip as={as} offer={offer} schoolZone={timeZone} onAs={setAs} />
      <View style={{ flexDirection: wide ? "row" : "column", gap: 28, alignItems: "stretch" }}>
        <View style={{ flex: wide ? 3 : undefined, gap: 24, minWidth: 0 }}>
          <Part title="Ways to pay" add="Another way to pay" onAdd={() => add("way")}>
            {offer.options.map((one, at) => (
              <View key={one.id} style={{ gap: 6 }}>
                <WayCard
                  option={one}
                  currency={currency}
                  tax={
                    offer.tax && one.kind !== "free"
                      ? offer.tax.included
                        ? "tax included"
                        : "tax added"
                      : null
                  }
                  chosen={one.id === chosen?.id}
                  open={open?.kind === "way" && open.at === at}
                  onOpen={() => setOpen({ kind: "way", at })}
                />
                {prices && one.kind === "subscription" ? (
                  <PriceInside
                    place={place}
                    prices={prices}
                    option={one.id}
                    currency={currency}
                    zone={timeZone}
                  />
                ) : null}
              </View>
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
              <OverTime
                listing={read}
                option={chosen.id}
                day={seenAs.day}
                window={seen.window}
                onDay={onDay}
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
          <CodesPart
            codes={offer.codes}
            brought={kept.brought}
            currency={currency}
            today={today}
            onAdd={() => add("code")}
            onOpen={(at) => setOpen({ kind: "code", at })}
            onMake={(made) => set({ codes: [...offer.codes, ...made] })}
          />
          <BundleFigures offer={offer} kept={kept} option={chosen} />
          <Terms place={place} offer={offer} kept={kept} today={today} set={set} />
          <AfterBuying next={offer.next} onNext={(next) => set({ next })} />
          <Seats school={place.school} offer={offer} kept={kept} set={set} />
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

/** The way to pay that one looks at: the one that was chosen or, where none was, the one shown first. */
function chosenOf({ options }: Offer, option: string | null): PriceOption | null {
  const first =
    options.find((one) => one.default && !one.renewal) ?? options.find((one) => !one.renewal);
  return options.find(({ id }) => id === option) ?? first ?? null;
}
