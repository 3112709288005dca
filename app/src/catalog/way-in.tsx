/** One way into a course: what keeps one out of it and what one can do about it, there. */
import type { WayIn } from "@dawngate/contract/catalog";
import { windowInstants } from "@dawngate/core/enrollment/window";
import { sayInstant, sayWrittenDate } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import {
  useAskEntryMutation,
  useJoinWaitlistMutation,
  useLeaveWaitlistMutation,
} from "../enrollment/ways-in/api";
import { sayAhead } from "../enrollment/ways-in/say-waiting";
import { Asked } from "../people/fields/asked";
import { type Asking, isOfAnswers } from "../people/fields/use-asked";
import { RemindMe } from "../reminders/remind-me";
import { withPlace } from "../school/arrive";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { LinkAction } from "../ui/link-action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { Countdown } from "./countdown";

const STATES = {
  before: "Not yet open for enrolling",
  open: "Open for enrolling",
  full: "Full",
  waitlist: "Full, with a waitlist",
  closed: "Closed for enrolling",
};

interface Props {
  school: string;
  course: string;
  way: WayIn;
  first: boolean;
  /** The school's zone, in which windows are counted. */
  zone: string;
  signedIn: boolean;
  here: string;
  busy: boolean;
  /** What the school asks of whoever comes in. */
  asking: Asking;
  /** There is no other way to enroll. */
  alone: boolean;
  /** Why what was answered was refused. */
  faults: Record<string, string>;
  onEnd(): void;
  onEnroll(): void;
}

export function Way({ way, first, zone, onEnd, ...rest }: Props) {
  const { line, quiet } = usePalette();
  const { cohort, window, state, seatsLeft, says } = way;
  return (
    <View
      style={{
        ...(!first && { borderTopWidth: 1, borderTopColor: line, paddingTop: 16 }),
        gap: 8,
      }}
    >
      <Text kind="name" level={2}>
        {cohort ? `Cohort ${cohort.name}` : "Enroll"}
      </Text>
      <Text kind="small" color={quiet}>
        {[
          ...(cohort ? [`${sayWrittenDate(cohort.starts)} to ${sayWrittenDate(cohort.ends)}`] : []),
          STATES[state],
          ...(window && state === "open"
            ? [`until ${sayWrittenDate(window.closes)}, that day included`]
            : []),
          ...(seatsLeft !== null && seatsLeft > 0 && state === "open"
            ? [seatsLeft === 1 ? "one seat left" : `${seatsLeft} seats left`]
            : []),
        ].join(" · ")}
      </Text>
      {cohort?.place ? <Text kind="small">At {cohort.place}</Text> : null}
      {says.map((one) => (
        <Text key={one} kind="small">
          {one}
        </Text>
      ))}
      {window && (state === "before" || state === "open") ? (
        <Countdown
          key={state}
          says={state === "before" ? "Enrolling begins in" : "Enrolling ends in"}
          until={windowInstants(window, zoneOf(zone))[state === "before" ? "opens" : "closes"]}
          onEnd={onEnd}
        />
      ) : null}
      <Door way={way} {...rest} />
      {state === "before" ? (
        <RemindMe
          school={rest.school}
          door={
            cohort
              ? { kind: "cohort", course: rest.course, cohort: cohort.id }
              : { kind: "course", course: rest.course }
          }
        />
      ) : null}
    </View>
  );
}

type DoorProps = Omit<Props, "first" | "zone" | "onEnd">;

/** What one does here. */
function Door(props: DoorProps) {
  const { way, signedIn, here } = props;
  const { does, faults, waits } = way;
  if (waits) return <Waiting {...props} />;
  if (does === null || does === "code") return <Told faults={faults} />;
  if (!signedIn)
    return (
      <View style={{ gap: 8 }}>
        {does === "enroll" ? null : <Told faults={faults} />}
        <View>
          <LinkAction href={withPlace("/sign-in", here)}>{`Sign in to ${DOES[does]}`}</LinkAction>
          <TextLink href={withPlace("/sign-up", here)}>New here? Sign up</TextLink>
        </View>
      </View>
    );
  if (does === "enroll") return <Enrolling {...props} />;
  return does === "ask" ? <AskingIn {...props} /> : <Joining {...props} />;
}

/** Why one cannot come in here by oneself, each reason on a line. */
const Told = ({ faults }: Pick<WayIn, "faults">) =>
  faults.map(({ kind, sentence }) => <Text key={kind}>{sentence}</Text>);

const DOES = { enroll: "enroll", ask: "ask", wait: "join the waitlist" };

/** What is asked unfolds under the way that is taken: beside others it would stand there more than once. */
function Enrolling({ busy, asking, faults, alone, onEnroll }: DoorProps) {
  const [taken, setTaken] = useState(false);
  const asks = asking.fields.length > 0;
  return (
    <View style={{ gap: 14 }}>
      {alone || taken ? <Asked asking={asking} faults={faults} /> : null}
      <PrimaryAction
        label="Enroll"
        onPress={asks && !alone && !taken ? () => setTaken(true) : onEnroll}
        busy={busy}
        fill
      />
    </View>
  );
}

/** Asks to come in, with an answer to what the school wants to know. */
function AskingIn({
  school,
  course,
  way,
  asking,
}: Pick<Props, "school" | "course" | "way" | "asking">) {
  const [ask, { error, isLoading }] = useAskEntryMutation();
  const [words, setWords] = useState("");
  const { cohort, question, faults } = way;
  return (
    <View style={{ gap: 8 }}>
      <Told faults={faults} />
      <TextField
        label={question ?? "What you want to say to the school, or nothing"}
        value={words}
        maxLength={2000}
        multiline
        onChangeText={setWords}
      />
      <Asked asking={asking} faults={faultsOf(error)} />
      {error && !isOfAnswers(faultsOf(error)) ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label="Ask to come in"
        busy={isLoading || !asking.ready}
        fill
        onPress={() =>
          ask({
            school,
            course,
            body: {
              cohort: cohort?.id ?? null,
              timeZone: ownZone(),
              words: words.trim(),
              ...asking.given,
            },
          })
        }
      />
    </View>
  );
}

function Joining({
  school,
  course,
  way,
  asking,
}: Pick<Props, "school" | "course" | "way" | "asking">) {
  const [join, { error, isLoading }] = useJoinWaitlistMutation();
  const cohort = way.cohort?.id ?? "";
  return (
    <View style={{ gap: 8 }}>
      <Told faults={way.faults} />
      <Asked asking={asking} faults={faultsOf(error)} />
      {error && !isOfAnswers(faultsOf(error)) ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label="Join the waitlist"
        busy={isLoading || !asking.ready}
        fill
        onPress={() =>
          join({ school, course, body: { cohort, timeZone: ownZone(), ...asking.given } })
        }
      />
    </View>
  );
}

/** Where one stands on the waitlist; a place that is held for one is taken here, or let go. */
function Waiting({ school, course, way, busy, asking, faults, onEnroll }: DoorProps) {
  const [leave, { error, isLoading }] = useLeaveWaitlistMutation();
  const { quiet } = usePalette();
  const { waits, does, cohort } = way;
  if (!waits) return null;
  const held = does === "enroll";
  const until = waits.offerUntil === null ? null : (Date.parse(waits.offerUntil) as Instant);
  return (
    <View style={{ gap: 8 }}>
      <Text kind="strong" role="status">
        {held ? "A place is free for you." : sayAhead(waits.ahead)}
      </Text>
      <Text kind="small" color={quiet}>
        {held
          ? until === null
            ? "Take it before somebody else does."
            : `It is held for you until ${sayInstant(until, zoneOf(ownZone()))}; then it goes to the next.`
          : `You are written to when one comes free${
              waits.until === null ? "" : `, until ${sayWrittenDate(waits.until)}`
            }.`}
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      {held ? <Asked asking={asking} faults={faults} /> : null}
      {held ? <PrimaryAction label="Take the place" onPress={onEnroll} busy={busy} fill /> : null}
      <QuietAction
        label={held ? "Let it go to the next" : "Wait no longer"}
        busy={isLoading}
        onPress={() => leave({ school, course, body: { cohort: cohort?.id ?? "" } })}
      />
    </View>
  );
}

/** Where a join code is typed: where one is needed, or there is no other way in. */
export function CodeDoor({ ways, join }: { ways: readonly WayIn[]; join: string | undefined }) {
  const router = useRouter();
  const [typed, setTyped] = useState("");
  const { ember } = usePalette();
  const holds = join !== undefined && ways.some(({ does }) => does === "enroll");
  const needed = ways.length === 0 || ways.some(({ does }) => does === "code");
  if (holds || !needed) return null;
  const take = () => typed.trim() !== "" && router.setParams({ join: typed.trim() });
  return (
    <View style={{ gap: 8 }}>
      {ways.length > 0 ? null : join === undefined ? (
        <Text>People come in here with a join code, or the school enrolls them.</Text>
      ) : (
        <Text color={ember} role="alert">
          This join code opens nothing here; look at it again, or ask whoever gave it to you.
        </Text>
      )}
      <TextField
        label="Join code"
        value={typed}
        maxLength={60}
        autoCapitalize="characters"
        autoCorrect={false}
        onChangeText={setTyped}
        onSubmitEditing={take}
      />
      <QuietAction label="Come in with it" onPress={take} />
    </View>
  );
}
