/** Finding a course among many: by its title, by what state it is in; in the groups the school has made. */

import type { CourseSummary } from "@dawngate/contract/courses";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { SearchField } from "../ui/search-field";

/** Which courses of each kind are shown. */
export const SHOWN = {
  current: ({ archived }: CourseSummary) => !archived,
  published: ({ archived, version }: CourseSummary) => !archived && version !== null,
  drafts: ({ archived, version }: CourseSummary) => !archived && version === null,
  archived: ({ archived }: CourseSummary) => archived,
};

export type Show = keyof typeof SHOWN;

const NAMES: Record<Show, string> = {
  current: "All in use",
  published: "Published",
  drafts: "Drafts",
  archived: "Archive",
};

const plain = (text: string) => text.normalize("NFKD").replaceAll(/\p{M}/gu, "").toLowerCase();

/** Whether each word one types stands in the title or the group, accents and capitals aside. */
export function isFound({ title, group, written }: CourseSummary, search: string): boolean {
  const text = plain([title, group, ...written.map(({ says }) => says)].join(" "));
  return plain(search)
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** Courses by their group, in the order in which the groups first stand in the list; those without one first. */
export function grouped(courses: readonly CourseSummary[]): [string, CourseSummary[]][] {
  const groups = new Map<string, CourseSummary[]>([["", []]]);
  for (const course of courses) {
    const list = groups.get(course.group);
    if (list) list.push(course);
    else groups.set(course.group, [course]);
  }
  return [...groups].filter(([, list]) => list.length > 0);
}

interface Props {
  search: string;
  onSearch(text: string): void;
  show: Show;
  onShow(show: Show): void;
  courses: readonly CourseSummary[];
}

export function Filters({ search, onSearch, show, onShow, courses }: Props) {
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 10 }}>
      <SearchField label="Find a course" value={search} onChange={onSearch} width={360} />
      <Choices label="Which courses">
        {(Object.keys(NAMES) as Show[]).map((name) => (
          <Choice
            key={name}
            label={`${NAMES[name]} ${courses.filter(SHOWN[name]).length}`}
            taken={show === name}
            onPress={() => onShow(name)}
          />
        ))}
      </Choices>
    </View>
  );
}
