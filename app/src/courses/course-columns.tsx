/** The columns of a school's courses: what each is, how it stands, who is in it, what opens next. */
import type { CourseSummary } from "@dawngate/contract/courses";
import type { School } from "@dawngate/contract/school";
import { countWords, wordsOf } from "@dawngate/core/courses";
import { sayInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { sayWritten, writtenColumns } from "../people/fields/written";
import { read } from "../schedule/horizon/scale";
import { Icon } from "../ui/icon";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import type { TableColumn } from "../ui/table/columns";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { SmallCover } from "./cover";
import { sayLength } from "./length";

/** By what the list is sorted: as the school has arranged it, or by one of its columns. */
export const COURSE_ORDERS = {
  hand: () => 0,
  title: (a, b) => a.title.localeCompare(b.title),
  people: (a, b) => b.enrolled - a.enrolled,
  next: (a, b) => (a.nextOpening?.at ?? "9").localeCompare(b.nextOpening?.at ?? "9"),
} as const satisfies Record<string, (a: CourseSummary, b: CourseSummary) => number>;
export type CourseOrder = keyof typeof COURSE_ORDERS;

interface Setting {
  school: School;
  /** Some of them stand in a group. */
  groups: boolean;
  courses: readonly CourseSummary[];
  onOpen(course: CourseSummary): void;
  /** Null: not for this role. */
  onArrange: ((course: CourseSummary) => void) | null;
}

export function courseColumns({
  school,
  groups,
  courses,
  onOpen,
  onArrange,
}: Setting): TableColumn<CourseSummary, CourseOrder>[] {
  return [
    {
      id: "course",
      title: "Course",
      order: "title",
      always: true,
      cell: (course) => (
        <Press
          role="link"
          onPress={() => onOpen(course)}
          style={{ flexDirection: "row", alignItems: "center", gap: 14 }}
        >
          <CourseCover school={school} course={course} />
          <View style={{ flex: 1, minWidth: 0 }}>
            <Text kind="name" numberOfLines={2}>
              {course.title}
            </Text>
            <Quiet>{saySize(school, course)}</Quiet>
          </View>
        </Press>
      ),
      text: ({ title }) => title,
    },
    ...(groups
      ? [
          {
            id: "group",
            title: "Group",
            width: 130,
            cell: ({ group }: CourseSummary) => <Quiet>{group}</Quiet>,
            text: ({ group }: CourseSummary) => group,
          },
        ]
      : []),
    {
      id: "state",
      title: "State",
      width: 140,
      cell: (course) => <Text kind="small">{sayState(course)}</Text>,
      text: sayState,
    },
    {
      id: "people",
      title: "People",
      order: "people",
      width: 90,
      right: true,
      cell: ({ enrolled }) => <Text>{enrolled}</Text>,
      text: ({ enrolled }) => enrolled,
    },
    {
      id: "cohorts",
      title: "Cohorts",
      width: 90,
      right: true,
      cell: ({ cohorts }) => <Text>{cohorts}</Text>,
      text: ({ cohorts }) => cohorts,
    },
    {
      id: "next",
      title: "Opens next",
      order: "next",
      width: 250,
      cell: (course) => <NextOpening course={course} school={school} />,
      text: ({ nextOpening }) => nextOpening?.at ?? null,
    },
    ...writtenColumns<CourseSummary, CourseOrder>(courses),
    ...(onArrange
      ? [
          {
            id: "arrange",
            title: "Arrange",
            width: 80,
            always: true,
            cell: (course: CourseSummary) => <Arrange course={course} onArrange={onArrange} />,
          },
        ]
      : []),
  ];
}

/** On a phone: two lines beside the cover. */
export function CourseRow({
  school,
  course,
  heading,
  onOpen,
  onArrange,
}: Omit<Setting, "groups" | "courses"> & {
  course: CourseSummary;
  /** The group that begins with it. */
  heading: string | null;
}) {
  const { line, quiet } = usePalette();
  return (
    <View style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      {heading === null ? null : (
        <Text kind="strong" level={2} color={quiet} style={{ paddingTop: 16 }}>
          {heading}
        </Text>
      )}
      <View style={{ flexDirection: "row", alignItems: "center", gap: 4 }}>
        <Press
          role="link"
          onPress={() => onOpen(course)}
          style={{ flex: 1, flexDirection: "row", gap: 14, paddingVertical: 12 }}
        >
          <CourseCover school={school} course={course} />
          <View style={{ flex: 1, minWidth: 0, gap: 3 }}>
            <Text kind="name">{course.title}</Text>
            <Quiet>{sayPeople(course)}</Quiet>
            <NextOpening course={course} school={school} />
            {course.written.length === 0 ? null : <Quiet>{sayWritten(course)}</Quiet>}
          </View>
        </Press>
        {onArrange ? <Arrange course={course} onArrange={onArrange} /> : null}
      </View>
    </View>
  );
}

const Quiet = ({ children }: { children: string }) => {
  const { quiet } = usePalette();
  return (
    <Text kind="small" color={quiet} numberOfLines={2}>
      {children}
    </Text>
  );
};

function CourseCover({ school, course }: { school: School; course: CourseSummary }) {
  const place = { school: school.slug, course: course.id };
  return (
    <SmallCover
      title={course.title}
      color={school.color}
      place={place}
      cover={course.cover}
      size={52}
    />
  );
}

function Arrange({
  course,
  onArrange,
}: {
  course: CourseSummary;
  onArrange(course: CourseSummary): void;
}) {
  const { quiet } = usePalette();
  return (
    <Press
      onPress={() => onArrange(course)}
      aria-label={`Arrange ${course.title}`}
      style={{ width: 44, alignItems: "center", justifyContent: "center" }}
    >
      <Icon name="chevron-down" color={quiet} />
    </Press>
  );
}

function saySize(school: School, { modules, lessons, minutes }: CourseSummary): string {
  const words = wordsOf(school.words);
  return [
    countWords(words, "module", modules),
    countWords(words, "lesson", lessons),
    sayLength(minutes),
  ].join(" · ");
}

const sayPeople = (course: CourseSummary) =>
  [
    sayState(course),
    course.enrolled === 1 ? "one person" : `${course.enrolled} people`,
    ...(course.cohorts === 0
      ? []
      : [course.cohorts === 1 ? "one cohort" : `${course.cohorts} cohorts`]),
  ].join(" · ");

const sayState = ({ archived, version }: CourseSummary) =>
  archived ? "In the archive" : version === null ? "Draft" : "Published";

/** What opens next, for how many; or why nothing is known to. */
function NextOpening({ course, school }: { course: CourseSummary; school: School }) {
  const { nextOpening, enrolled, archived, version } = course;
  const next = read(nextOpening?.at ?? null);
  if (archived || version === null)
    return (
      <Quiet>
        {archived ? "Takes nobody any more" : "Nobody can be in it before it is published"}
      </Quiet>
    );
  if (next === null || nextOpening === null)
    return (
      <Quiet>
        {enrolled > 0 ? "Waits for what people do" : "Dates come with the first who enrolls"}
      </Quiet>
    );
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 8 }}>
      <SunMark mark="scheduled" size={20} />
      <Text kind="small" style={{ flexShrink: 1 }}>
        <Text kind="smallStrong">{sayInstant(next, zoneOf(school.timeZone), false)}</Text>
        {` for ${nextOpening.people === 1 ? "one person" : `${nextOpening.people} people`}`}
      </Text>
    </View>
  );
}
