/** The "as if" strip of a listing: who buys, when and with what code. Each part can be pressed and changed. */
import type { Offer } from "@dawngate/contract/sales";
import { sayWrittenDate, sayZone } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Hidden } from "../ui/hidden";
import { useWide } from "../ui/layout";
import { DateField } from "../ui/moment-fields";
import { NumberField } from "../ui/number-field";
import { Press } from "../ui/press";
import { Sheet } from "../ui/sheet";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { ZoneField } from "../ui/zone-field";
import { type BuyerWhere, BuyerWhereFields } from "./buyer-where";
import { sayCountry } from "./country-field";

/** The buyer whose price and dates are shown. */
export interface AsIfBuyer {
  day: string;
  code: string;
  seats: number;
  /** Null: tax does not go by their place. */
  where: BuyerWhere | null;
  /** They hold a course that the holders' price names. */
  holds: boolean;
  timeZone: string;
}

interface Props {
  as: AsIfBuyer;
  offer: Offer;
  schoolZone: string;
  onAs(part: Partial<AsIfBuyer>): void;
}

type Open = "who" | "when" | "code";

export function AsIfBuyerStrip(props: Props) {
  const { as, offer } = props;
  const { morning, onMorning, onMorningQuiet } = usePalette();
  const wide = useWide();
  const [open, setOpen] = useState<Open | null>(null);
  const part = (name: Open, before: string, said: string, change: string) => (
    <Press
      onPress={() => setOpen(name)}
      style={{ paddingHorizontal: 8, justifyContent: "center", flexShrink: 1, minWidth: 0 }}
    >
      <Text kind="small" color={onMorningQuiet}>
        {before}{" "}
        <Text kind="smallStrong" color={onMorning}>
          {said}
        </Text>
        <Hidden>{`. ${change}`}</Hidden>
      </Text>
    </Press>
  );
  const quick = (label: string, day: string) => (
    <Press
      onPress={() => props.onAs({ day })}
      style={{ paddingHorizontal: 8, justifyContent: "center" }}
    >
      <Text kind="small" color={onMorningQuiet}>
        {label}
      </Text>
    </Press>
  );
  return (
    <>
      <View
        role="region"
        aria-label="As if somebody buys"
        style={{
          backgroundColor: morning,
          borderRadius: 10,
          paddingHorizontal: wide ? 8 : 4,
          flexDirection: "row",
          flexWrap: "wrap",
          alignItems: "center",
        }}
      >
        {part("who", "As if", sayBuyer(props), "Change who")}
        {part("when", "buys on", sayWrittenDate(as.day), "Change when")}
        {part("code", "with code", as.code.trim() || "none", "Change the code")}
        {offer.window && wide ? (
          <View style={{ flexDirection: "row", marginLeft: "auto" }}>
            {quick("First of window", offer.window.opens)}
            {quick("Last of window", offer.window.closes)}
          </View>
        ) : null}
      </View>
      {open === null ? null : <AsIfSheet {...props} open={open} onClose={() => setOpen(null)} />}
    </>
  );
}

/** "a company in Germany, 3 seats, who holds a course". */
function sayBuyer({ as, offer, schoolZone }: Props): string {
  const { where, seats, holds, timeZone } = as;
  return [
    where
      ? `a ${where.company ? "company" : "buyer"} in ${sayCountry(where.country)}`
      : "a new buyer",
    ...(offer.teams ? [seats === 1 ? "1 seat" : `${seats} seats`] : []),
    ...(offer.holder && holds ? ["who is inside already"] : []),
    ...(timeZone === schoolZone ? [] : [`${sayZone(timeZone)} time`]),
  ].join(", ");
}

function AsIfSheet({ as, offer, open, onAs, onClose }: Props & { open: Open; onClose(): void }) {
  switch (open) {
    case "who":
      return (
        <Sheet title="As if somebody buys it" onClose={onClose}>
          {as.where ? (
            <BuyerWhereFields where={as.where} onWhere={(where) => onAs({ where })} />
          ) : null}
          {offer.teams ? (
            <NumberField
              label="So many seats"
              width={150}
              value={as.seats}
              least={1}
              most={10_000}
              onChange={(seats) => onAs({ seats })}
            />
          ) : null}
          {offer.holder ? (
            <Switched
              label="They are inside already, and pay less"
              on={as.holds}
              onChange={(holds) => onAs({ holds })}
            />
          ) : null}
          <ZoneField value={as.timeZone} onChange={(timeZone) => onAs({ timeZone })} />
        </Sheet>
      );
    case "when":
      return (
        <Sheet title="As if bought on a day" onClose={onClose}>
          <DateField label="As if bought on" value={as.day} onChange={(day) => onAs({ day })} />
          {offer.window ? (
            <Choices label="Of the window">
              {(
                [
                  ["the first day", offer.window.opens],
                  ["the last day", offer.window.closes],
                ] as const
              ).map(([label, day]) => (
                <Choice
                  key={label}
                  label={label}
                  taken={as.day === day}
                  onPress={() => onAs({ day })}
                />
              ))}
            </Choices>
          ) : null}
        </Sheet>
      );
    case "code":
      return (
        <Sheet title="As if with a code" onClose={onClose}>
          <TextField
            label="With code"
            value={as.code}
            maxLength={60}
            onChangeText={(code) => onAs({ code })}
          />
          {offer.codes.length > 0 ? (
            <Choices label="Codes of it">
              <Choice
                label="no code"
                taken={as.code.trim() === ""}
                onPress={() => onAs({ code: "" })}
              />
              {offer.codes.slice(0, 12).map(({ code }) => (
                <Choice
                  key={code}
                  label={code}
                  taken={as.code === code}
                  onPress={() => onAs({ code })}
                />
              ))}
            </Choices>
          ) : null}
        </Sheet>
      );
  }
}
