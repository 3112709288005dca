/** What a public page says, whatever it is about: a course, or something on sale. */
import type { PublicCourse, PublicListing } from "@dawngate/contract/catalog";
import type { Cover } from "@dawngate/contract/courses";
import type { Announcement } from "@dawngate/contract/page";
import type { CourseCard } from "@dawngate/core/courses";
import { countWords } from "@dawngate/core/courses/words";
import { sayLength } from "../courses/length";
import { ofSubjects } from "../sales/of-subjects";

export interface Shown {
  /** The school's part of addresses. */
  school: string;
  schoolName: string;
  contact: string;
  color: string;
  words: PublicCourse["words"];
  title: string;
  short: string;
  description: string;
  card: CourseCard;
  /** What one gets, as the listing says. */
  points: readonly string[];
  /** What one wants to know at a glance. */
  facts: readonly string[];
  /** Whose picture stands on top. */
  pictured: { course: string; title: string; cover: Cover | null };
  courses: readonly { id: string; title: string; modules: PublicCourse["modules"] }[];
  announcements: readonly Announcement[];
  /** The listings it is bought by. */
  offers: readonly { id: string; title: string }[];
  /** Memberships that open it. */
  memberships: readonly { id: string; title: string }[];
  /** Of a membership: how many courses it opens; null: it is none. */
  opens: number | null;
  /** A course's own ways in; null: it is a listing's page. */
  course: PublicCourse | null;
  /** Asks again what holds now. */
  again(): void;
}

const length = (minutes: number) => (minutes === 0 ? [] : [sayLength(minutes)]);

/** What both kinds of pages say alike. */
const common = ({ school, words, title, announcements }: PublicCourse | PublicListing) => ({
  schoolName: school.name,
  contact: school.contact,
  color: school.color,
  words,
  title,
  announcements,
});

export function shownCourse(school: string, data: PublicCourse, again: () => void): Shown {
  const { card, words } = data;
  return {
    school,
    ...common(data),
    short: card.short ?? "",
    description: data.description,
    card,
    points: [],
    facts: [
      `${countWords(words, "module", data.modules.length)}, ${countWords(words, "lesson", data.lessons)}`,
      ...length(data.minutes),
      ...[card.level, card.language, card.subject, card.hours, card.reference].flatMap((fact) =>
        fact ? [fact] : [],
      ),
    ],
    pictured: { course: data.id, title: data.title, cover: data.cover },
    courses: [{ id: data.id, title: data.title, modules: data.modules }],
    offers: data.offers,
    memberships: data.memberships,
    opens: null,
    course: data,
    again,
  };
}

export function shownListing(school: string, data: PublicListing, again: () => void): Shown {
  const { courses, words } = data;
  const only = courses.length === 1 ? courses[0] : undefined;
  const first = courses.find(({ cover }) => cover !== null) ?? courses[0];
  const sum = (of: "lessons" | "minutes") => courses.reduce((all, one) => all + one[of], 0);
  return {
    school,
    ...common(data),
    short: data.membership
      ? `Every course${ofSubjects(data.membership.subjects)}, and those to come.`
      : (only?.card.short ?? courses.map(({ title }) => title).join(" and ")),
    description: "",
    card: only?.card ?? {},
    points: data.points,
    facts: [
      ...(data.membership
        ? [data.membership.courses === 1 ? "one course" : `${data.membership.courses} courses`]
        : [countWords(words, "lesson", sum("lessons")), ...length(sum("minutes"))]),
      ...(only?.card.level ? [only.card.level] : []),
    ],
    pictured: { course: first?.id ?? "", title: data.title, cover: first?.cover ?? null },
    courses,
    offers: [{ id: data.id, title: data.title }],
    memberships: [],
    opens: data.membership?.courses ?? null,
    course: null,
    again,
  };
}
