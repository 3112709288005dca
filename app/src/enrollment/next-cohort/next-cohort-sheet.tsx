/**
 * The next cohort from an earlier one, or a series of them: name and first day, every other date moved with it, what
 * lands badly named with its mend, before and after on one horizon. The earlier one's people keep what they have.
 */
import type { Cohort, Course } from "@dawngate/contract/courses";
import type { School } from "@dawngate/contract/school";
import type { WayInSet } from "@dawngate/contract/ways-in";
import { itemsOf, type PlanCohort, type PlanCourse } from "@dawngate/core/plan";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useMemo, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { CohortLine, daysOf, sayRange } from "../../schedule/horizon/cohort-line";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { DateField } from "../../ui/moment-fields";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { Options } from "../../ui/options";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import { useNextCohortsMutation } from "../api";
import { dayAfter } from "../days";
import { LandingList } from "./landing-list";
import {
  type Made,
  type Mends,
  madeFrom,
  NO_MENDS,
  sayMove,
  startAfter,
  type Wish,
} from "./series";

interface Props {
  place: InCourse;
  school: School;
  course: Course;
  cohort: Cohort;
  today: string;
  /** How people come into the earlier one. */
  way: WayInSet | undefined;
  /** Somebody leads the earlier one. */
  isLed: boolean;
  onClose(): void;
}

/** No more at once; the server holds to it too. */
const MOST = 40;
/** How wide the horizon of before and after is drawn. */
const LINE = 320;

export function NextCohortSheet(props: Props) {
  const { place, school, course, cohort, today, way, isLed, onClose } = props;
  const { quiet, ember } = usePalette();
  const say = useToast();
  const [make, { error, isLoading }] = useNextCohortsMutation();
  const [key] = useState(() => globalThis.crypto.randomUUID());
  const earlier = useMemo<PlanCohort>(() => {
    const { id, window, starts, ends, grace, seats, gates } = cohort;
    const plan = { id, course: course.id, window, starts, ends, grace, seats, gates };
    return plan as unknown as PlanCohort;
  }, [cohort, course.id]);
  // What is answered of a published course is its plan, but for what a timeline needs nothing of.
  const plan = useMemo(() => ({ ...course, validity: [] }) as unknown as PlanCourse, [course]);
  const [wish, setWish] = useState<Wish>(() => ({
    starts: startAfter(earlier, course.cohorts, today),
    wholeWeeks: true,
    gates: "keep",
    seats: cohort.seats,
    times: 1,
    every: { count: 3, unit: "M" },
  }));
  const [names, setNames] = useState<(string | undefined)[]>([]);
  const [mends, setMends] = useState<Mends>(NO_MENDS);
  const [leaders, setLeaders] = useState(isLed);
  const [close, setClose] = useState(cohort.ends < today);
  const isShut = way !== undefined && (way.entry === "staff" || !way.listed);
  const [reopen, setReopen] = useState(isShut);
  const hasOwn = itemsOf(plan).some(({ cohorts }) => cohorts?.includes(cohort.id));
  const [lessons, setLessons] = useState(true);
  const [hide, setHide] = useState(cohort.ends < today);
  const planSchool = useMemo(
    () => ({ timeZone: school.timeZone, currency: school.currency, calendar: school.calendar }),
    [school],
  );
  const made = useMemo(
    () => madeFrom(planSchool, plan, earlier, wish, names, mends),
    [planSchool, plan, earlier, wish, names, mends],
  );
  const change = (part: Partial<Wish>) => {
    setWish({ ...wish, ...part });
    // A mend was of the dates as they were.
    setMends(NO_MENDS);
  };
  const faults = Object.values(faultsOf(error));
  const submit = async () => {
    const answer = await make({
      ...place,
      cohort: cohort.id,
      body: {
        cohorts: made.map(({ name, cohort: { id: _id, course: _course, ...dates } }) => ({
          ...dates,
          name,
        })),
        leaders,
        lessons: hasOwn && lessons,
        close,
        hide,
        reopen,
        key,
      },
    });
    if (!("data" in answer)) return;
    say({
      says:
        made.length === 1 ? `Made the cohort ${made[0]?.name}.` : `Made ${made.length} cohorts.`,
    });
    onClose();
  };
  const first = made[0];
  return (
    <Sheet title={`The next one from ${cohort.name}`} onClose={onClose}>
      {error && faults.length === 0 ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <TextField
          label="Name"
          value={first?.name ?? ""}
          maxLength={200}
          onChangeText={(text) => setNames([text, ...names.slice(1)])}
          style={{ flexGrow: 1, minWidth: 180 }}
        />
        <DateField
          label="First day"
          value={wish.starts}
          onChange={(starts) => change({ starts })}
        />
      </View>
      <Text kind="small" color={quiet} role="status">
        {sayMove(earlier, wish)}
        {first && first.cohort.starts !== wish.starts
          ? ` It begins on ${sayWrittenDate(first.cohort.starts)}: whole weeks from ${cohort.name}.`
          : ""}
      </Text>
      <Switched
        label="Keep the weekdays"
        says="Moved by whole weeks, so that a Monday stays a Monday."
        on={wish.wholeWeeks}
        onChange={(wholeWeeks) => change({ wholeWeeks })}
      />
      <Options
        label="Gates"
        says="When things open"
        options={[
          { value: "keep", label: `as in ${cohort.name}, moved` },
          { value: "reset", label: "as the course says" },
        ]}
        value={wish.gates}
        onChange={(gates) => change({ gates })}
      />
      <BeforeAndAfter earlier={cohort} made={made} today={today} />
      {made.map((one, i) => (
        <LandingList
          key={one.cohort.id}
          name={made.length > 1 ? one.name : null}
          course={course}
          landings={one.landings}
          onGates={(gates) =>
            setMends({ ...mends, gates: { ...mends.gates, [i]: { ...mends.gates[i], ...gates } } })
          }
          onEnd={(day) => setMends({ ...mends, ends: { ...mends.ends, [i]: day } })}
          onLater={
            made.length > 1 ? null : () => change({ starts: dayAfter(one.cohort.starts, 7) })
          }
        />
      ))}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <TextField
          label="Seats, or no limit"
          inputMode="numeric"
          value={wish.seats === null ? "" : String(wish.seats)}
          onChangeText={(text) => {
            const digits = text.replace(/\D/g, "").slice(0, 6);
            setWish({ ...wish, seats: digits === "" ? null : Number(digits) });
          }}
          style={{ flexGrow: 1, minWidth: 140 }}
        />
        <NumberField
          label="How many cohorts"
          value={wish.times}
          least={1}
          most={MOST}
          width={170}
          onChange={(times) => change({ times })}
        />
      </View>
      {wish.times > 1 ? (
        <Series wish={wish} made={made} onWish={change} names={names} onNames={setNames} />
      ) : null}
      {isShut ? (
        <Switched
          label="People come into the next by themselves"
          says={`${cohort.name} is closed, or off the page; else the next would be too.`}
          on={reopen}
          onChange={setReopen}
        />
      ) : null}
      {isLed ? (
        <Switched label="Led by the same people" on={leaders} onChange={setLeaders} />
      ) : null}
      {hasOwn ? (
        <Switched
          label={`With what only ${cohort.name} has`}
          says="Its own modules and lessons are the next one's too, once the course is published again."
          on={lessons}
          onChange={setLessons}
        />
      ) : null}
      <Switched
        label={`Close ${cohort.name}`}
        says="Nobody comes in by themselves any more; whoever is in stays in."
        on={close}
        onChange={setClose}
      />
      <Switched
        label={`Take ${cohort.name} off the page`}
        says="Visitors do not meet it; its people do as before."
        on={hide}
        onChange={setHide}
      />
      {faults.map((reason) => (
        <Text key={reason} kind="small" color={ember} role="alert">
          {reason}
        </Text>
      ))}
      <PrimaryAction
        label={made.length === 1 ? "Make the cohort" : `Make ${made.length} cohorts`}
        onPress={submit}
        busy={isLoading}
      />
    </Sheet>
  );
}

/** How far apart, and what each is called. */
function Series({
  wish,
  made,
  onWish,
  names,
  onNames,
}: {
  wish: Wish;
  made: readonly Made[];
  onWish(part: Partial<Wish>): void;
  names: readonly (string | undefined)[];
  onNames(names: (string | undefined)[]): void;
}) {
  const { quiet } = usePalette();
  const { every } = wish;
  return (
    <View style={{ gap: 10 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
        <NumberField
          label="One every"
          value={every.count}
          least={1}
          most={60}
          onChange={(count) => onWish({ every: { ...every, count } })}
        />
        <Options
          label="One every so many"
          options={[
            { value: "W", label: every.count === 1 ? "week" : "weeks" },
            { value: "M", label: every.count === 1 ? "month" : "months" },
          ]}
          value={every.unit}
          onChange={(unit) => onWish({ every: { ...every, unit } })}
        />
      </View>
      {made.slice(1).map(({ name, cohort }, i) => (
        <View key={cohort.id} style={{ gap: 2 }}>
          <TextField
            label={`Name of number ${i + 2}`}
            value={name}
            maxLength={200}
            onChangeText={(text) => {
              const next = [...names];
              next[i + 1] = text;
              onNames(next);
            }}
          />
          <Text kind="small" color={quiet}>
            {sayWrittenDate(cohort.starts)} to {sayWrittenDate(cohort.ends)}
          </Text>
        </View>
      ))}
    </View>
  );
}

/** The earlier one and those that are made, on one horizon. */
function BeforeAndAfter({
  earlier,
  made,
  today,
}: {
  earlier: Cohort;
  made: readonly Made[];
  today: string;
}) {
  const { quiet } = usePalette();
  const all = [earlier, ...made.map(({ cohort }) => cohort)];
  const range = daysOf(all, today);
  const rows = [
    { id: earlier.id, name: earlier.name, days: earlier },
    ...made.slice(0, 8).map(({ name, cohort }) => ({ id: cohort.id, name, days: cohort })),
  ];
  return (
    <View style={{ gap: 4 }}>
      <Text kind="small" color={quiet}>
        {sayRange(range)}
      </Text>
      {rows.map(({ id, name, days }) => (
        <View key={id}>
          <Text kind="smallStrong">{name}</Text>
          <Text kind="small" color={quiet}>
            {sayWrittenDate(days.starts)} to {sayWrittenDate(days.ends)}
            {days.window
              ? `, enrolling ${sayWrittenDate(days.window.opens)} to ${sayWrittenDate(days.window.closes)}`
              : ""}
          </Text>
          <CohortLine days={days} range={range} width={LINE} />
        </View>
      ))}
    </View>
  );
}
