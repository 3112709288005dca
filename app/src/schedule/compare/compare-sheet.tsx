/** Who is seen beside the one whose schedule it is: up to three more. */
import type { Course } from "@dawngate/contract/courses";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type Who, windowFor } from "../as-if/as-if";
import { sayWho } from "../as-if/say-who";
import { People } from "../as-if/who-sheet";
import { MOST } from "./use-compared";

type Imagined = Extract<Who, { kind: "imagined" }>;

interface Props {
  school: string;
  course: Course;
  imagined: Imagined;
  people: readonly Who[];
  /** Each with its letter, as far as their dates have arrived. */
  names: readonly string[];
  onChange(people: Who[]): void;
  onClose(): void;
}

export function CompareSheet({
  school,
  course,
  imagined,
  people,
  names,
  onChange,
  onClose,
}: Props) {
  const { quiet } = usePalette();
  const full = people.length >= MOST;
  const add = (who: Who) => !full && onChange([...people, who]);
  return (
    <Sheet title="Beside whom?" onClose={onClose}>
      <Text kind="small" color={quiet}>
        {full
          ? "Four at once are as many as one can tell apart. Take somebody away first."
          : "Each gets a lane under every row, with a letter."}
      </Text>
      {people.map((who, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: a lane is known by its place
          key={i}
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "center" }}
        >
          <Text kind="small" style={{ flexShrink: 1 }}>
            {names[i] ?? (who.kind === "imagined" ? sayWho(course, who, undefined) : "…")}
          </Text>
          <Choice label="Take away" onPress={() => onChange(people.filter((_, k) => k !== i))} />
        </View>
      ))}
      {full ? null : (
        <>
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
            {offers(course, imagined).map(([label, who]) => (
              <Choice key={label} label={label} onPress={() => add(who)} />
            ))}
          </View>
          <People
            school={school}
            course={course}
            chosen={null}
            onChoose={(enrollment) => add({ kind: "real", enrollment })}
          />
        </>
      )}
    </Sheet>
  );
}

/** The ends of each window, and a cohort's people: those at whom a schedule goes wrong first. */
function offers(course: Course, imagined: Imagined): [string, Who][] {
  const list: [string, Who][] = [];
  const ends = (name: string, cohort: string | null) => {
    const window = windowFor(course, cohort);
    if (!window) {
      list.push([`somebody ${name || "enrolling"} today`.trim(), { ...imagined, cohort }]);
      return;
    }
    list.push(
      [`the first of the window${name}`, { ...imagined, cohort, day: window.opens }],
      [`the last of the window${name}`, { ...imagined, cohort, day: window.closes }],
    );
  };
  if (course.cohorts.length === 0) ends("", null);
  for (const { id, name } of course.cohorts) ends(`, cohort ${name}`, id);
  return list;
}
