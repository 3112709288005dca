/** What staff do for one person, each with a reason that stays on the record. */
import type { StaffAct, TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useRef, useState } from "react";
import { View } from "react-native";
import { TextInput } from "react-native-paper";
import { DateField } from "../schedule/as-if/moment-fields";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useActMutation, useGetRecordQuery } from "./api";
import { SendWhy } from "./send-why";

interface Place {
  school: string;
  course: string;
  enrollment: string;
}

/** An act before its reason is given. */
type Wanted = StaffAct extends infer Act
  ? Act extends { reason: string }
    ? Omit<Act, "reason">
    : never
  : never;

interface Offer {
  label: string;
  act: Wanted;
  /** What else has to be said. */
  asks?: "days" | "date";
}

export function ItemActs({
  item,
  isQuiz,
  ...place
}: Place & { item: TimelineItemAnswer; isQuiz: boolean }) {
  const byStaff = item.why.some((step) => step.kind === "staff");
  const offers: Offer[] = [];
  if (item.state !== "open" && !byStaff)
    offers.push({ label: "Open it now", act: { type: "opened-by-staff", item: item.id } });
  if (byStaff)
    offers.push({
      label: "Take the opening back",
      act: { type: "staff-opening-taken-back", item: item.id },
    });
  if (!item.done && isQuiz)
    offers.push({ label: "Record a pass", act: { type: "passed", item: item.id } });
  if (!item.done)
    offers.push({ label: "Record it as finished", act: { type: "completed", item: item.id } });
  return (
    <>
      <SendWhy {...place} item={item.id} />
      <Acts place={place} offers={offers} />
    </>
  );
}

export function AccessActs({
  access,
  titleOf,
  ...place
}: Place & { access: TimelineAnswer["access"]; titleOf(id: string): string }) {
  const revoked = access.untilWhy.some((step) => step.kind === "revoked");
  const offers: Offer[] = [
    { label: "Extend", act: { type: "extended", add: "P14D" }, asks: "days" },
    { label: "Set the last day", act: { type: "end-set", through: "" }, asks: "date" },
    access.shutBy === "pause"
      ? { label: "End the pause", act: { type: "resumed" } }
      : { label: "Pause", act: { type: "paused" } },
    revoked
      ? { label: "Give access back", act: { type: "restored" } }
      : { label: "Withdraw", act: { type: "revoked" } },
  ];
  return (
    <>
      <Acts place={place} offers={offers} />
      <OnRecord place={place} titleOf={titleOf} />
    </>
  );
}

function Acts({ place, offers }: { place: Place; offers: Offer[] }) {
  const [chosen, setChosen] = useState<Offer | null>(null);
  if (offers.length === 0) return null;
  return (
    <View style={{ gap: 10 }}>
      <Text kind="smallStrong" level={3}>
        For this person
      </Text>
      {chosen ? (
        <Doing key={chosen.label} place={place} offer={chosen} onDone={() => setChosen(null)} />
      ) : (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          {offers.map((offer) => (
            <QuietAction key={offer.label} label={offer.label} onPress={() => setChosen(offer)} />
          ))}
        </View>
      )}
    </View>
  );
}

function Doing({ place, offer, onDone }: { place: Place; offer: Offer; onDone(): void }) {
  const { surface, ember } = usePalette();
  const [reason, setReason] = useState("");
  const [days, setDays] = useState("14");
  const [date, setDate] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const [act, { error, isLoading }] = useActMutation();
  // One key for this press, however often it is sent.
  const key = useRef(pressKey());
  const field = { mode: "outlined" as const, style: { backgroundColor: surface } };
  const submit = async () => {
    if (reason.trim() === "") return setWrong("Say why; it stays on the record.");
    if (offer.asks === "days" && !/^[1-9]\d{0,3}$/.test(days.trim()))
      return setWrong("How many days? A whole number from 1 on.");
    if (offer.asks === "date" && date === "") return setWrong("Which day is the last one?");
    setWrong(null);
    const request = {
      ...offer.act,
      ...(offer.asks === "days" && { add: `P${days.trim()}D` }),
      ...(offer.asks === "date" && { through: date }),
      reason: reason.trim(),
    } as StaffAct;
    const answer = await act({ ...place, request: { key: key.current, act: request } });
    if ("data" in answer) onDone();
  };
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">{offer.label}</Text>
      {offer.asks === "days" ? (
        <TextInput
          {...field}
          label="Days"
          aria-label="Days"
          inputMode="numeric"
          value={days}
          onChangeText={setDays}
        />
      ) : null}
      {offer.asks === "date" ? (
        <DateField label="Last day" value={date} onChange={setDate} />
      ) : null}
      <TextInput
        {...field}
        label="Reason"
        aria-label="Reason"
        value={reason}
        onChangeText={setReason}
      />
      {wrong ? (
        <Text kind="small" color={ember} role="alert">
          {wrong}
        </Text>
      ) : null}
      {error ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row", gap: 10 }}>
        <PrimaryAction label={offer.label} onPress={submit} busy={isLoading} />
        <QuietAction label="Leave it" onPress={onDone} />
      </View>
    </View>
  );
}

const KINDS: Record<string, string> = {
  enrolled: "Enrolled",
  paid: "Paid",
  started: "Opened the first lesson",
  completed: "Finished",
  uncompleted: "Took a tick back",
  passed: "Passed",
  "opened-by-staff": "Opened early by staff",
  "staff-opening-taken-back": "Opening by staff taken back",
  paused: "Paused",
  resumed: "Resumed",
  suspended: "Suspended",
  unsuspended: "No longer suspended",
  extended: "Extended",
  renewed: "Renewed",
  "end-set": "Last day set",
  revoked: "Withdrawn",
  restored: "Access given back",
  signal: "Reported from outside",
};

/** What has happened, the newest first: who, when, and why. */
function OnRecord({ place, titleOf }: { place: Place; titleOf(id: string): string }) {
  const { data } = useGetRecordQuery(place);
  const { quiet, line } = usePalette();
  const [all, setAll] = useState(false);
  const zone = zoneOf(Intl.DateTimeFormat().resolvedOptions().timeZone);
  if (!data) return null;
  const events = all ? data.events : data.events.slice(0, 6);
  return (
    <View style={{ gap: 6 }}>
      <Text kind="smallStrong" level={3}>
        On record
      </Text>
      {events.map((event) => (
        <View
          key={event.sequence}
          style={{ borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 10 }}
        >
          <Text kind="small">
            {KINDS[event.kind] ?? event.kind}
            {typeof event.data.item === "string" ? `: ${titleOf(event.data.item)}` : ""}
            {event.reason === null ? "" : ` — ${event.reason}`}
          </Text>
          <Text kind="small" color={quiet}>
            {sayWrittenInstant(event.at, zone)}, {event.author}
          </Text>
        </View>
      ))}
      {!all && data.events.length > events.length ? (
        <QuietAction label={`All ${data.events.length}`} onPress={() => setAll(true)} />
      ) : null}
    </View>
  );
}
