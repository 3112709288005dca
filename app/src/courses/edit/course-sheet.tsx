/** A course's settings: its name, its release hour, how days are counted, its window, how long it is one's own. */

import type { CourseCard, OwnWords } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { useState } from "react";
import { View } from "react-native";
import { FieldsOfCourse } from "../../people/fields/fields-among";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { LabeledChoices } from "../../ui/labeled-choices";
import { DateField, TimeField } from "../../ui/moment-fields";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { type InCourse, useArrangeCourseMutation, useDescribeCourseMutation } from "../api";
import { CardFields } from "../card-fields";
import { CoverFields } from "../cover-fields";
import { OwnWordsFields } from "../own-words";
import { Ends } from "./ends";

interface Props {
  place: InCourse;
  course: PlanCourse;
  hasCohorts: boolean;
  description: string;
  words: OwnWords;
  card: CourseCard;
  onSet(set: Partial<Omit<PlanCourse, "id" | "modules">>): void;
  onClose(): void;
}

export function CourseSheet({
  place,
  course,
  hasCohorts,
  description,
  words,
  card,
  onSet,
  onClose,
}: Props) {
  return (
    <Sheet title="Settings of this course" onClose={onClose}>
      <Words
        place={place}
        course={course}
        description={description}
        words={words}
        card={card}
        onSet={onSet}
      />
      <Hours course={course} onSet={onSet} />
      <LabeledChoices label="Days are counted in the time of">
        <Choice
          label="the school"
          taken={course.clock === "school"}
          onPress={() => onSet({ clock: "school" })}
        />
        <Choice
          label="each enrollee"
          taken={course.clock === "enrollee"}
          onPress={() => onSet({ clock: "enrollee" })}
        />
      </LabeledChoices>
      <LabeledChoices label="A day is">
        <Choice
          label="a day of the calendar"
          taken={course.counting === "calendar"}
          onPress={() => onSet({ counting: "calendar" })}
        />
        <Choice
          label="a full day"
          taken={course.counting === "full"}
          onPress={() => onSet({ counting: "full" })}
        />
      </LabeledChoices>
      <LabeledChoices label="Lessons are taken">
        <Choice
          label="in any order"
          taken={course.order === "free"}
          onPress={() => onSet({ order: "free" })}
        />
        <Choice
          label="in order, each after the one before"
          taken={course.order === "in-order"}
          onPress={() => onSet({ order: "in-order" })}
        />
      </LabeledChoices>
      <Ends
        context={{ course, hasCohorts, today: new Date().toISOString().slice(0, 10) }}
        ends={course.validity}
        from="enrolled"
        onEnds={(ends) => onSet({ validity: (ends ?? []) as PlanCourse["validity"] })}
      />
      <Dates course={course} onSet={onSet} />
      <FieldsOfCourse at={place} />
    </Sheet>
  );
}

type Part = Pick<Props, "course" | "onSet">;

function Words({
  place,
  course,
  description,
  words,
  card,
  onSet,
}: Omit<Props, "onClose" | "hasCohorts">) {
  const { surface } = usePalette();
  const [title, setTitle] = useState(course.title);
  const [text, setText] = useState(description);
  const [describe, { error }] = useDescribeCourseMutation();
  const [arrange, arranging] = useArrangeCourseMutation();
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const input = { mode: "outlined" as const, style: { backgroundColor: surface } };
  return (
    <>
      <TextField
        {...input}
        label="Title"
        value={title}
        onChangeText={setTitle}
        onBlur={() => title.trim() !== "" && title !== course.title && onSet({ title })}
      />
      <TextField
        {...input}
        multiline
        label="What it is, for visitors (Markdown)"
        value={text}
        onChangeText={setText}
        onBlur={() => text !== description && describe({ ...place, body: { description: text } })}
      />
      {error ? <Notice {...explain(error)} /> : null}
      <CoverFields place={place} />
      <CardFields card={card} onCard={(next) => arrange({ ...place, body: { card: next } })} />
      {arranging.error ? <Notice {...explain(arranging.error)} /> : null}
      <OwnWordsFields
        words={words}
        inherited={school?.words}
        says="What people in this course read; where nothing is said, the school's own words."
        onWords={(next) => arrange({ ...place, body: { words: next } })}
      />
    </>
  );
}

function Hours({ course, onSet }: Part) {
  return (
    <View style={{ gap: 8 }}>
      {course.releaseHour === null ? (
        <QuietAction label="Set a release hour" onPress={() => onSet({ releaseHour: "07:00" })} />
      ) : (
        <>
          <TimeField
            label="Release hour"
            value={course.releaseHour}
            onChange={(releaseHour) => onSet({ releaseHour })}
          />
          <QuietAction
            label="No release hour: the time of day of enrolling"
            onPress={() => onSet({ releaseHour: null })}
          />
        </>
      )}
    </View>
  );
}

function Dates({ course, onSet }: Part) {
  const { window, opensOn } = course;
  const today = new Date().toISOString().slice(0, 10);
  return (
    <View style={{ gap: 10 }}>
      {opensOn === null ? (
        <QuietAction
          label="Sell it in advance of a first day"
          onPress={() => onSet({ opensOn: today })}
        />
      ) : (
        <>
          <DateField
            label="Access begins for nobody before"
            value={opensOn}
            onChange={(date) => onSet({ opensOn: date })}
          />
          <QuietAction label="No first day" onPress={() => onSet({ opensOn: null })} />
        </>
      )}
      {window === null ? (
        <QuietAction
          label="Limit the days in which people may enroll"
          onPress={() => onSet({ window: { opens: today, closes: today } })}
        />
      ) : (
        <>
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
            <DateField
              label="Enrolling from"
              value={window.opens}
              onChange={(opens) =>
                onSet({ window: { opens, closes: window.closes < opens ? opens : window.closes } })
              }
            />
            <DateField
              label="Enrolling through"
              value={window.closes}
              onChange={(closes) =>
                onSet({ window: { closes, opens: window.opens > closes ? closes : window.opens } })
              }
            />
          </View>
          <QuietAction label="Enrolling at any time" onPress={() => onSet({ window: null })} />
        </>
      )}
    </View>
  );
}
