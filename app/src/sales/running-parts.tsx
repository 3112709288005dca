/** The parts of an order, or the periods of a subscription: what was paid, what is open, what comes when. */
import type { RunningOrder } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { type Mark, SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayCard, sayCardEnd } from "./say-card";

type Part = RunningOrder["parts"][number];

const PART_STATES: Record<Part["state"], string> = {
  refunded: "given back",
  "refunded-in-part": "given back in part",
  paid: "paid",
  "written-off": "written off",
  dropped: "not due any more",
  ahead: "to come",
  overdue: "overdue",
  failed: "could not be charged",
  due: "due",
};

const MARKS: Record<Part["state"], Mark> = {
  refunded: "closed",
  "refunded-in-part": "closed",
  paid: "done",
  "written-off": "closed",
  dropped: "closed",
  ahead: "scheduled",
  overdue: "waiting",
  failed: "waiting",
  due: "open",
};

/** So many of them are shown at once: those around now. */
const SHOWN = 6;

interface Props {
  running: RunningOrder;
  currency: string;
  zone: string;
}

export function RunningParts({ running, currency, zone }: Props) {
  const { line, ember } = usePalette();
  const cardEnd = sayCardEnd(running, currency);
  const [whole, setWhole] = useState(false);
  const { parts } = running;
  const now = parts.findIndex(({ state }) => state !== "paid");
  const from = whole
    ? 0
    : Math.max(0, Math.min((now < 0 ? parts.length : now) - 2, parts.length - SHOWN));
  const shown = whole ? parts : parts.slice(from, from + SHOWN);
  return (
    <View style={{ gap: 6 }}>
      <View role="list" aria-label="What is paid, and what is to come">
        {shown.map((part) => (
          <View
            key={part.part}
            role="listitem"
            style={{
              flexDirection: "row",
              alignItems: "center",
              gap: 10,
              paddingVertical: 6,
              borderBottomWidth: 1,
              borderBottomColor: line,
            }}
          >
            <SunMark mark={MARKS[part.state]} size={20} />
            <View style={{ flex: 1, minWidth: 0 }}>
              <Text>{sayWrittenDate(part.due)}</Text>
              <Text kind="small">{sayPart(part, zone)}</Text>
            </View>
            <Text kind="strong">{sayMoney(part.amount, currency)}</Text>
          </View>
        ))}
      </View>
      {running.mayPutIn ? <Text kind="small">{sayCard(running)}</Text> : null}
      {cardEnd === null ? null : (
        <Text kind="small" color={ember}>
          {cardEnd}
        </Text>
      )}
      {running.announced ? (
        <Text kind="small">
          {`Announced: ${sayMoney(running.announced.amount, currency)} a period, from the first payment on ${sayWrittenDate(running.announced.from)} or later.`}
        </Text>
      ) : null}
      {!whole && parts.length > SHOWN ? (
        <QuietAction label={`All ${parts.length}`} onPress={() => setWhole(true)} />
      ) : null}
    </View>
  );
}

/** "could not be charged, tried again Wed 7 Apr, 06:00". */
function sayPart({ state, next }: Part, zone: string): string {
  const again =
    next !== null && (state === "failed" || state === "overdue")
      ? `, tried again ${sayWrittenInstant(next, zoneOf(zone), false)}`
      : "";
  return `${PART_STATES[state]}${again}`;
}
