/** A course from a working title: blank, of a starting shape whose dates one sees first, or a copy of another. */

import type { CourseSummary, NewCourse as Wanted } from "@dawngate/contract/courses";
import type { School } from "@dawngate/contract/school";
import { SHAPES, type ShapeId } from "@dawngate/core/courses";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useRouter } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Field, needed } from "../ui/field";
import { Form } from "../ui/form";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useCreateCourseMutation } from "./api";
import { ShapePreview } from "./shape-preview";

type Begin = { kind: "blank" } | { kind: "shape"; shape: ShapeId } | { kind: "copy"; of: string };

interface Props {
  school: School;
  courses: readonly CourseSummary[];
}

export function NewCourse({ school, courses }: Props) {
  const { quiet } = usePalette();
  const { control, handleSubmit, watch } = useForm({ defaultValues: { title: "" } });
  // What to begin with is asked once there is a title: until then the list is what one came for.
  const begun = watch("title").trim() !== "";
  const [begin, setBegin] = useState<Begin>({ kind: "blank" });
  const [moves, setMoves] = useState(false);
  const today = formatDate(localDateAt(zoneOf(school.timeZone), Date.now() as Instant));
  const [firstDay, setFirstDay] = useState(today);
  const [create, { error, isLoading }] = useCreateCourseMutation();
  const router = useRouter();
  const submit = handleSubmit(async ({ title }) => {
    const course: Wanted = { title: title.trim() };
    if (begin.kind === "shape") course.shape = begin.shape;
    if (begin.kind === "copy") {
      course.copyOf = begin.of;
      if (moves) course.firstDay = firstDay;
    }
    const answer = await create({ school: school.slug, body: course });
    if ("data" in answer && answer.data)
      router.push(`/${school.slug}/courses/${answer.data.id}/edit`);
  });
  const shape = begin.kind === "shape" ? SHAPES.find(({ id }) => id === begin.shape) : undefined;
  return (
    <View style={{ gap: 14, maxWidth: 760 }}>
      {error ? <Notice {...explain(error)} /> : null}
      <Form onSubmit={submit}>
        <View style={{ flexDirection: "row", gap: 10, alignItems: "flex-start" }}>
          <View style={{ flex: 1, maxWidth: 520 }}>
            <Field control={control} name="title" label="Working title" check={needed("A title")} />
          </View>
          {begin.kind === "blank" ? <Make busy={isLoading} onPress={submit} /> : null}
        </View>
      </Form>
      {begun ? (
        <>
          <Choices label="Begin with">
            <Choice
              label="Blank, or an outline on paper"
              taken={begin.kind === "blank"}
              onPress={() => setBegin({ kind: "blank" })}
            />
            {SHAPES.map(({ id, name }) => (
              <Choice
                key={id}
                label={name}
                taken={begin.kind === "shape" && begin.shape === id}
                onPress={() => setBegin({ kind: "shape", shape: id })}
              />
            ))}
            {courses.length > 0 ? (
              <Choice
                label="A copy"
                taken={begin.kind === "copy"}
                onPress={() => setBegin({ kind: "copy", of: courses[0]?.id ?? "" })}
              />
            ) : null}
          </Choices>
          {shape ? (
            <>
              <Text color={quiet}>{shape.says}</Text>
              <ShapePreview shape={shape.id} school={school} today={today} />
            </>
          ) : null}
          {begin.kind === "copy" ? (
            <>
              <Choices label="A copy of">
                {courses.map(({ id, title }) => (
                  <Choice
                    key={id}
                    label={title}
                    taken={begin.of === id}
                    onPress={() => setBegin({ kind: "copy", of: id })}
                  />
                ))}
              </Choices>
              <Text color={quiet}>
                Modules, lessons, texts, gates and settings come along; people and cohorts do not.
              </Text>
              <View style={{ alignItems: "flex-start", gap: 8 }}>
                <Choice
                  many
                  label="It names dates: move them to a new first day"
                  taken={moves}
                  onPress={() => setMoves(!moves)}
                />
                {moves ? (
                  <View style={{ width: "100%", maxWidth: 420 }}>
                    <DateField label="First day" value={firstDay} onChange={setFirstDay} />
                  </View>
                ) : null}
              </View>
            </>
          ) : null}
          {begin.kind === "blank" ? null : <Make busy={isLoading} onPress={submit} />}
        </>
      ) : null}
    </View>
  );
}

/** As high as the field beside it, whose name stands on its edge. */
const Make = ({ busy, onPress }: { busy: boolean; onPress(): void }) => (
  <View style={{ paddingTop: 4 }}>
    <PrimaryAction label="Make a course" onPress={onPress} busy={busy} />
  </View>
);
