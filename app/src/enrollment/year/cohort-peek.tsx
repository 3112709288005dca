/** A cohort of the year looked at: its days, what lands badly, where one goes from here; or moved, with whom it touches. */
import type { School } from "@dawngate/contract/school";
import type { YearCohort, YearCourse } from "@dawngate/contract/year";
import { landingsOf } from "@dawngate/core/enrollment";
import type { PlanCohort, PlanCourse } from "@dawngate/core/plan";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { useGetCourseQuery } from "../../courses/api";
import { ChangeSheet } from "../../review/change-sheet";
import { QuietAction } from "../../ui/action";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import { useChangeCohortMutation } from "../api";
import { sayCohort } from "../cohorts-table";
import { dayAfter } from "../days";
import { LandingList } from "../next-cohort/landing-list";
import { saySeats } from "./arrange";

interface Props {
  school: School;
  course: YearCourse;
  cohort: YearCohort;
  /** It was moved by so many days; 0: it was pressed. */
  days: number;
  today: string;
  onClose(): void;
}

export function CohortPeek({ school, course, cohort, days, today, onClose }: Props) {
  const place = { school: school.slug, course: course.id };
  const [moving, setMoving] = useState(days);
  const [change, { error, isLoading }] = useChangeCohortMutation();
  const say = useToast();
  if (moving !== 0) {
    const { name, window, starts, ends, grace, seats } = cohort;
    const set = {
      name,
      window: window && {
        opens: dayAfter(window.opens, moving),
        closes: dayAfter(window.closes, moving),
      },
      starts: dayAfter(starts, moving),
      ends: dayAfter(ends, moving),
      grace,
      seats,
    };
    return (
      <ChangeSheet
        title={`${name}, from ${sayWrittenDate(set.starts)}`}
        change={{ kind: "cohort", place, cohort: cohort.id, set }}
        error={error}
        busy={isLoading}
        onKeep={async () => {
          const answer = await change({ ...place, cohort: cohort.id, body: set });
          if (!("data" in answer)) return false;
          say({ says: `${name} begins on ${sayWrittenDate(set.starts)} now.` });
          onClose();
          return true;
        }}
        onClose={onClose}
      />
    );
  }
  return (
    <Sheet title={`${cohort.name}, ${course.title}`} onClose={onClose}>
      <Facts cohort={cohort} today={today} />
      {course.published ? (
        <Landed school={school} course={course} cohort={cohort} onLater={() => setMoving(7)} />
      ) : null}
      {school.may.includes("cohorts.change") ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          <QuietAction label="A week earlier" onPress={() => setMoving(-7)} />
          <QuietAction label="A week later" onPress={() => setMoving(7)} />
        </View>
      ) : null}
      <View style={{ alignItems: "flex-start" }}>
        <TextLink href={`/${place.school}/courses/${place.course}/cohorts`}>
          {`All cohorts of ${course.title}`}
        </TextLink>
        {school.may.includes("people.see") ? (
          <TextLink href={`/${place.school}/courses/${place.course}/people`}>
            {`The people of ${course.title}`}
          </TextLink>
        ) : null}
      </View>
    </Sheet>
  );
}

function Facts({ cohort, today }: { cohort: YearCohort; today: string }) {
  const { quiet } = usePalette();
  const { window, starts, ends, leaders } = cohort;
  return (
    <View style={{ gap: 4 }}>
      <Text kind="strong">{sayCohort(cohort, today)}</Text>
      <Text>
        {sayWrittenDate(starts)} to {sayWrittenDate(ends)}, {saySeats(cohort)}
      </Text>
      <Text color={quiet}>
        {window
          ? `Enrolling ${sayWrittenDate(window.opens)} to ${sayWrittenDate(window.closes)}`
          : "Enrolling at any time"}
        {leaders.length > 0 ? `; led by ${leaders.join(", ")}` : ""}
      </Text>
    </View>
  );
}

/** What of it lands on a day that is shut, or too late: mended with its cohort, or by moving all of it. */
function Landed({
  school,
  course,
  cohort,
  onLater,
}: Pick<Props, "school" | "course" | "cohort"> & { onLater(): void }) {
  const { data } = useGetCourseQuery({ school: school.slug, course: course.id });
  const own = data?.cohorts.find(({ id }) => id === cohort.id);
  if (!data || !own) return null;
  const { id, window, starts, ends, grace, seats, gates } = own;
  const plan = { id, course: course.id, window, starts, ends, grace, seats, gates };
  const landings = landingsOf(
    { timeZone: school.timeZone, currency: school.currency, calendar: school.calendar },
    // What is answered of a published course is its plan, but for what a timeline needs nothing of.
    { ...data, validity: [] } as unknown as PlanCourse,
    plan as unknown as PlanCohort,
    false,
  );
  return <LandingList name={null} course={data} landings={landings} onLater={onLater} />;
}
