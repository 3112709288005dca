/** The same for several people at once: chosen from the list, seen before it is done. */
import type { Course } from "@dawngate/contract/courses";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { LetterToPeople } from "../notices/letter-to-people";
import { QuietAction } from "../ui/action";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { Doing } from "./doing";
import { type Offer, offerOf } from "./offers";
import { countMarked, type Marks, whomOf } from "./roster/marks";

interface Props {
  place: InCourse;
  course: Course;
  marks: Marks;
  onClose(): void;
  /** It was done. */
  onDone(): void;
}

/** What makes sense for several at once: what is about one lesson is recorded one by one. */
const OFFERS: Offer[] = (
  [
    "opened-by-staff",
    "extended",
    "end-set",
    "paused",
    "resumed",
    "suspended",
    "unsuspended",
    "revoked",
    "restored",
    "moved",
  ] as const
).map((type) => offerOf(type));

export function SeveralSheet({ place, course, marks, onClose, onDone }: Props) {
  const { quiet } = usePalette();
  const [chosen, setChosen] = useState<Offer | null>(null);
  const [writing, setWriting] = useState(false);
  const names = marks.kind === "some" ? [...marks.people.values()] : [];
  const count = countMarked(marks);
  const offers = OFFERS.filter(({ asks }) => asks !== "cohort" || course.cohorts.length > 0);
  const items = course.modules.flatMap(({ id, title, lessons }) => [
    { id, title },
    ...lessons.map((lesson) => ({ id: lesson.id, title: lesson.title })),
  ]);
  return (
    <Sheet
      title={
        count === null
          ? "For all who match"
          : names.length === 1
            ? `For ${names[0]}`
            : `For ${count} ${count === 1 ? "person" : "people"}`
      }
      onClose={onClose}
    >
      <Text kind="small" color={quiet}>
        {marks.kind === "matching"
          ? `Everybody who matches${marks.matching.find ? ` “${marks.matching.find}”` : ""}, on all pages. Who comes in from now on is not meant.`
          : `${names.slice(0, 12).join(", ")}${names.length > 12 ? ` and ${names.length - 12} more` : ""}`}
      </Text>
      {writing ? (
        <LetterToPeople
          place={place}
          whom={whomOf(marks)}
          count={count}
          onDone={onDone}
          onLeave={() => setWriting(false)}
        />
      ) : chosen ? (
        <Doing
          key={chosen.label}
          place={place}
          whom={whomOf(marks)}
          count={count}
          offer={chosen}
          cohorts={course.cohorts}
          items={items}
          onDone={onDone}
          onLeave={() => setChosen(null)}
        />
      ) : (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          <QuietAction label="Write to them" onPress={() => setWriting(true)} />
          {offers.map((offer) => (
            <QuietAction key={offer.label} label={offer.label} onPress={() => setChosen(offer)} />
          ))}
        </View>
      )}
    </Sheet>
  );
}
