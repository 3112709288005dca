/** Those who pay in a way already: how many, what they were told of another price, and the press that tells them. */
import type { AnnouncedPrices } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { saidAt } from "../ui/said-at";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useAnnouncePriceMutation } from "./selling-api";

type Way = AnnouncedPrices["ways"][number];

interface Props {
  place: { school: string; listing: string };
  prices: AnnouncedPrices;
  /** The way to pay, by its identifier. */
  option: string;
  currency: string;
  zone: string;
}

const people = (count: number, counted: number) =>
  count >= counted
    ? `${counted} people or more pay`
    : count === 1
      ? "One person pays"
      : `${count} people pay`;

/** What those inside were told last. */
export function sayTold({ announced }: Way, zone: string): string | null {
  if (!announced) return null;
  const when = saidAt(announced.at, zone);
  const from = sayWrittenDate(announced.from);
  return announced.isThis
    ? `They were told of this price on ${when}: it holds for them from ${from} on.`
    : `Told of another price on ${when}, from ${from} on; the listing has changed since.`;
}

export function PriceInside({ place, prices, option, currency, zone }: Props) {
  const { quiet } = usePalette();
  const may = useMay(place.school)("sales.change");
  const [open, setOpen] = useState(false);
  const [taking, setTaking] = useState(false);
  const way = prices.ways.find((one) => one.option === option);
  if (!way || way.inside === 0) return null;
  const told = sayTold(way, zone);
  const isUntold = way.others && !way.announced?.isThis;
  return (
    <View style={{ gap: 4, paddingLeft: 15 }}>
      <Text kind="small" color={quiet}>
        {`${people(way.inside, prices.counted)} in this way already.${
          isUntold ? " This price holds for new buyers; theirs stays until they are told." : ""
        }`}
      </Text>
      {told ? (
        <Text kind="small" color={quiet}>
          {told}
        </Text>
      ) : null}
      {may && (isUntold || way.announced) ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
          {isUntold ? (
            <QuietAction label="Announce the price to them" onPress={() => setOpen(true)} />
          ) : null}
          {way.announced ? (
            <QuietAction label="Take the announcement back" onPress={() => setTaking(true)} />
          ) : null}
        </View>
      ) : null}
      {taking ? (
        <TakeBackSheet
          place={place}
          way={way}
          number={prices.number}
          onClose={() => setTaking(false)}
        />
      ) : null}
      {open ? (
        <AnnounceSheet
          place={place}
          way={way}
          prices={prices}
          currency={currency}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </View>
  );
}

function AnnounceSheet({
  place,
  way,
  prices: { earliest, counted, number },
  currency,
  onClose,
}: Pick<Props, "place" | "prices" | "currency"> & { way: Way; onClose(): void }) {
  const [from, setFrom] = useState(earliest);
  const [announce, { error, isLoading }] = useAnnouncePriceMutation();
  const price = sayMoney(way.amount, currency);
  return (
    <Sheet title={`${price} for those who pay already`} onClose={onClose}>
      <Text>
        {`${people(way.inside, counted)} in this way. They are told today, each with what it comes to for them and how to leave. Whoever pays as much already is told nothing; whoever has a code or a holder's price keeps it.`}
      </Text>
      <DateField label="From their first payment on" value={from} onChange={setFrom} />
      <Text kind="small">
        {`${sayWrittenDate(earliest)} at the earliest: thirty days to think it over. Until then each pays what they do now, and whoever cancels keeps what is paid.`}
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label="Tell them"
        busy={isLoading}
        onPress={async () => {
          const body = { option: way.option, from, number };
          const answer = await announce({ ...place, body });
          if ("data" in answer) onClose();
        }}
      />
    </Sheet>
  );
}

function TakeBackSheet({
  place,
  way,
  number,
  onClose,
}: Pick<Props, "place"> & { way: Way; number: number; onClose(): void }) {
  const [announce, { error, isLoading }] = useAnnouncePriceMutation();
  return (
    <Sheet title="The price stays for those who pay already" onClose={onClose}>
      <Text>
        Whoever was told of another price, and owes nothing at it yet, is written to today: theirs
        stays as it is. Whoever pays it already goes on paying it.
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label="Take it back, and tell them"
        busy={isLoading}
        onPress={async () => {
          const body = { option: way.option, from: null, number };
          const answer = await announce({ ...place, body });
          if ("data" in answer) onClose();
        }}
      />
    </Sheet>
  );
}
