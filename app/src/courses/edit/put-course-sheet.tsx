/** Putting another course into this one: which, what it brings, and how it would count here. */
import type { CourseSummary, InsideOffer } from "@dawngate/contract/courses";
import { countWords, DEFAULT_WORDS, insideIn, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { useState } from "react";
import { View } from "react-native";
import { Coming } from "../../store/coming";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { SearchField } from "../../ui/search-field";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type InCourse, useGetCoursesQuery, useOfferInsideQuery } from "../api";
import { sayLength } from "../length";

interface Props {
  place: InCourse;
  course: PlanCourse;
  perform(...operations: Operation[]): void;
  onClose(): void;
}

/** So many are offered at once; more are found by their titles. */
const SHOWN = 12;

export function PutCourseSheet({ place, course, perform, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetCoursesQuery({ school: place.school });
  const [wanted, setWanted] = useState("");
  const [chosen, setChosen] = useState<string | null>(null);
  const there = new Set([course.id, ...insideIn(course).map((one) => one.course)]);
  const others = (data?.courses ?? []).filter(
    ({ id, archived, version }) => !there.has(id) && !archived && version !== null,
  );
  const looking = wanted.trim().toLocaleLowerCase();
  const found = others.filter(({ title }) => title.toLocaleLowerCase().includes(looking));
  return (
    <Sheet title="A course inside this one" onClose={onClose}>
      <Text color={quiet}>
        Whoever has this course has that one in it. Its gates stay its own, counted from enrolling
        here; it is changed where it is at home.
      </Text>
      {!data ? (
        <Coming error={error} onRetry={refetch} widths={[0.6, 0.5]} />
      ) : others.length === 0 ? (
        <Text role="status">
          There is no other published course yet. Publish one, then put it in here.
        </Text>
      ) : (
        <>
          {others.length > SHOWN ? (
            <SearchField label="Find a course" value={wanted} onChange={setWanted} />
          ) : null}
          <Choices label="Which course">
            {found.slice(0, SHOWN).map(({ id, title }) => (
              <Choice key={id} label={title} taken={chosen === id} onPress={() => setChosen(id)} />
            ))}
          </Choices>
          {found.length > SHOWN ? (
            <Text kind="small" color={quiet}>
              And {found.length - SHOWN} more: type a part of a title.
            </Text>
          ) : null}
        </>
      )}
      {chosen === null ? null : (
        <Offer
          key={chosen}
          place={place}
          inner={others.find(({ id }) => id === chosen) ?? null}
          onPut={({ modules, course: inner }) => {
            const after = course.modules.at(-1)?.id ?? null;
            perform({ type: "put-course", course: inner, modules, after });
            onClose();
          }}
        />
      )}
    </Sheet>
  );
}

/** What it would bring. */
function Offer({
  place,
  inner,
  onPut,
}: {
  place: InCourse;
  inner: CourseSummary | null;
  onPut(offer: InsideOffer): void;
}) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useOfferInsideQuery(
    { ...place, inner: inner?.id ?? "" },
    { skip: inner === null, refetchOnMountOrArgChange: true },
  );
  if (!inner) return null;
  if (!data) return <Coming error={error} onRetry={refetch} widths={[0.7, 0.5]} />;
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">
        {data.title}: {countWords(DEFAULT_WORDS, "module", inner.modules)},{" "}
        {countWords(DEFAULT_WORDS, "lesson", inner.lessons)}
        {inner.minutes > 0 ? `, ${sayLength(inner.minutes)}` : ""}
      </Text>
      {data.says.map((line) => (
        <Text key={line} kind="small">
          {line}
        </Text>
      ))}
      {data.loosened.map(({ item, from }) => (
        <Text key={item} kind="small">
          “{item}” waits for “{from}” as a whole; here it goes without that.
        </Text>
      ))}
      <View style={{ alignItems: "flex-start" }}>
        <PrimaryAction label={`Put “${data.title}” in`} onPress={() => onPut(data)} />
      </View>
      <Text kind="small" color={quiet}>
        It comes last; then move it where it belongs.
      </Text>
    </View>
  );
}
