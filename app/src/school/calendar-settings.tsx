/** The school calendar: which days are the weekend, which are closed, by hand or from an iCalendar file. */
import type { CalendarDays, School } from "@dawngate/contract/school";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { FieldRow } from "../ui/field-row";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { Weekdays } from "../ui/options";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useReadCalendarMutation } from "./api";
import { CalendarFile } from "./calendar-file";
import { useRippledChange } from "./use-rippled-change";

/** As many are shown until one asks for all. */
const FIRST = 12;

export function CalendarSettings({ school }: { school: School }) {
  const { quiet } = usePalette();
  const rippled = useRippledChange(school.slug, "What the calendar changes");
  const [read, reading] = useReadCalendarMutation();
  const [found, setFound] = useState<CalendarDays | null>(null);
  const [day, setDay] = useState("");
  const [all, setAll] = useState(false);
  const { weekend, closed } = school.calendar;
  const keep = (part: Partial<School["calendar"]>, onKept?: () => void) =>
    rippled.change({ calendar: { weekend, closed, ...part } }, onKept);
  const today = new Date().toISOString().slice(0, 10);
  const ahead = closed.filter((date) => date >= today);
  const shown = all ? closed : ahead.slice(0, FIRST);
  return (
    <View role="group" aria-label="School calendar" style={{ gap: 12, maxWidth: 620 }}>
      <Text kind="heading" level={2}>
        School calendar
      </Text>
      <Text kind="small" color={quiet}>
        What is moved to a workday passes over these days. Whoever changes them changes dates, of
        people in courses too: you see whose before it is kept.
      </Text>
      {rippled.sheet}
      <Weekdays label="Weekend" value={weekend} onChange={(days) => keep({ weekend: days })} />
      <Text kind="strong">
        {closed.length === 0
          ? "No closed days"
          : `${closed.length === 1 ? "One closed day" : `${closed.length} closed days`}, ${ahead.length} ahead`}
      </Text>
      <View role="list" aria-label="Closed days" style={CHIPS}>
        {shown.map((date) => (
          <View key={date} role="listitem">
            <Choice
              label={`${sayWrittenDate(date)} · take away`}
              onPress={() => keep({ closed: closed.filter((one) => one !== date) })}
            />
          </View>
        ))}
      </View>
      {closed.length > shown.length || all ? (
        <Choice
          label={all ? "Only those ahead" : `All ${closed.length}`}
          onPress={() => setAll(!all)}
        />
      ) : null}
      <FieldRow
        action={
          <QuietAction
            label="Close it"
            disabled={day === "" || closed.includes(day)}
            onPress={() => {
              keep({ closed: [...closed, day] }, () => setDay(""));
            }}
          />
        }
      >
        <View style={{ width: 200 }}>
          <DateField label="Another closed day" value={day} onChange={setDay} />
        </View>
      </FieldRow>
      <CalendarFile
        busy={reading.isLoading}
        onFile={async (file) => {
          setFound(null);
          const answer = await read({
            school: school.slug,
            body: file.slice(0, file.size, "text/calendar"),
          });
          if ("data" in answer && answer.data) setFound(answer.data);
        }}
      />
      {reading.error ? <Notice {...explain(reading.error)} /> : null}
      {found ? (
        <Found
          found={found}
          closed={closed}
          onTake={(dates) => {
            keep({ closed: [...closed, ...dates] }, () => setFound(null));
          }}
          onLeave={() => setFound(null)}
        />
      ) : null}
    </View>
  );
}

const CHIPS = { flexDirection: "row", flexWrap: "wrap", gap: 8 } as const;

/** What a file holds, before anything is written. */
function Found({
  found,
  closed,
  onTake,
  onLeave,
}: {
  found: CalendarDays;
  closed: readonly string[];
  onTake(dates: string[]): void;
  onLeave(): void;
}) {
  const { quiet, lilac } = usePalette();
  const fresh = found.days.filter(({ date }) => !closed.includes(date));
  return (
    <View
      role="region"
      aria-label="In the file"
      style={{ gap: 8, padding: 12, borderRadius: 8, borderWidth: 1, borderColor: lilac }}
    >
      <Text kind="strong" role="status">
        {fresh.length === 0
          ? "The file holds no day that is not closed already."
          : fresh.length === 1
            ? "The file holds one day that is not closed yet"
            : `The file holds ${fresh.length} days that are not closed yet`}
      </Text>
      {fresh.slice(0, 40).map(({ date, name }) => (
        <Text key={date} kind="small">
          {sayWrittenDate(date)}: {name}
        </Text>
      ))}
      {fresh.length > 40 ? <Text kind="small">and {fresh.length - 40} more</Text> : null}
      {found.leftOut.length > 0 ? (
        <Text kind="small" color={quiet}>
          Left out:{" "}
          {found.leftOut
            .slice(0, 5)
            .map(
              ({ name, reason }) => `${name} (${reason.charAt(0).toLowerCase()}${reason.slice(1)})`,
            )
            .join("; ")}
          {found.leftOut.length > 5 ? ` and ${found.leftOut.length - 5} more` : ""}.
        </Text>
      ) : null}
      <View style={CHIPS}>
        {fresh.length > 0 ? (
          <PrimaryAction
            label={fresh.length === 1 ? "Close it" : `Close these ${fresh.length}`}
            onPress={() => onTake(fresh.map(({ date }) => date))}
          />
        ) : null}
        <QuietAction label="Leave them" onPress={onLeave} />
      </View>
    </View>
  );
}
