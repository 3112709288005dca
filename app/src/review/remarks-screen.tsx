/** Remarks on a course as it is edited: what reviewers and authors say to each other, until it is settled. */

import type { Remarks } from "@dawngate/contract/remarks";
import type { PlanCourse } from "@dawngate/core/plan";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { useGetDraftQuery } from "../courses/api";
import { ItemChoice } from "../courses/edit/item-choice";
import { CourseFrame } from "../frame/course-frame";
import { useGetLessonDraftQuery } from "../lessons/api";
import { Markdown } from "../lessons/written";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Field, needed } from "../ui/field";
import { Notice } from "../ui/notice";
import { Section } from "../ui/section";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useAddRemarkMutation, useGetRemarksQuery, useSettleRemarkMutation } from "./api";
import { REMARKS } from "./places";

export function RemarksScreen() {
  const place = useLocalSearchParams() as InCourse;
  const draft = useGetDraftQuery(place);
  const { data, error, refetch } = useGetRemarksQuery(place, { refetchOnMountOrArgChange: true });
  const may = useMay(place.school);
  const course = draft.data?.course;
  const titles = new Map(
    course?.modules.flatMap((module) =>
      [module, ...module.lessons].map(({ id, title }) => [id, title] as const),
    ),
  );
  return (
    <CourseFrame
      at={place}
      title={course?.title}
      here={REMARKS}
      unpublished={draft.data?.version === null}
    >
      {data ? (
        <List place={place} remarks={data.remarks} titleOf={(id) => titles.get(id) ?? id} />
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
      {course && may("remarks.write") ? <Writing place={place} course={course} /> : null}
    </CourseFrame>
  );
}

function Writing({ place, course }: { place: InCourse; course: PlanCourse }) {
  const [item, setItem] = useState("");
  const { control, handleSubmit, reset } = useForm({ defaultValues: { text: "" } });
  const [add, { error, isLoading }] = useAddRemarkMutation();
  const lesson = course.modules.some(({ lessons }) => lessons.some(({ id }) => id === item));
  const submit = handleSubmit(async ({ text }) => {
    const answer = await add({ ...place, body: { item: item || null, text: text.trim() } });
    if ("data" in answer) {
      reset();
      setItem("");
    }
  });
  return (
    <Section
      title="Leave a remark"
      says="On the course as a whole, or on one of its modules or lessons."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <ItemChoice
        course={course}
        own=""
        chosen={item}
        quizzes={false}
        onChoose={(id) => setItem(id === item ? "" : id)}
      />
      {lesson ? <Reading place={place} lesson={item} /> : null}
      <Field control={control} name="text" label="Remark" check={needed("A remark")} multiline />
      <QuietAction
        label={item ? "Leave it there" : "Leave it on the course"}
        onPress={submit}
        busy={isLoading}
      />
    </Section>
  );
}

/** What stands in a lesson, as it is edited: read before something is said of it. */
function Reading({ place, lesson }: { place: InCourse; lesson: string }) {
  const { data } = useGetLessonDraftQuery({ ...place, lesson });
  const { line } = usePalette();
  if (!data) return <Skeleton widths={[0.9, 0.8, 0.6]} />;
  return (
    <View style={{ borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 14 }}>
      {data.text === "" ? (
        <Text>This lesson holds nothing yet.</Text>
      ) : (
        <Markdown text={data.text} />
      )}
    </View>
  );
}

function List({
  place,
  remarks,
  titleOf,
}: {
  place: InCourse;
  remarks: Remarks["remarks"];
  titleOf(id: string): string;
}) {
  const { line, quiet } = usePalette();
  const may = useMay(place.school);
  const [settle, { error }] = useSettleRemarkMutation();
  const zone = zoneOf(ownZone());
  if (remarks.length === 0)
    return (
      <Text color={quiet}>
        No remarks yet. A reviewer leaves them here; an author settles them, one by one.
      </Text>
    );
  return (
    <View role="list" aria-label="Remarks" style={{ maxWidth: 760 }}>
      {error ? <Notice {...explain(error)} /> : null}
      {remarks.map(({ id, item, text, author, mine, at, settledAt, settledBy }) => (
        <View
          key={id}
          role="listitem"
          style={{ gap: 4, paddingVertical: 12, borderBottomWidth: 1, borderBottomColor: line }}
        >
          <Text kind="smallStrong">{item === null ? "The course" : titleOf(item)}</Text>
          <Text style={settledAt ? { textDecorationLine: "line-through" } : undefined}>{text}</Text>
          <Text kind="small" color={quiet}>
            {mine ? "You" : author}, {sayWrittenInstant(at, zone)}
            {settledAt ? ` · settled by ${settledBy}, ${sayWrittenInstant(settledAt, zone)}` : ""}
          </Text>
          {may("remarks.write") ? (
            <QuietAction
              label={settledAt ? "Open it again" : "Settle it"}
              onPress={() => settle({ ...place, remark: id, body: { settled: !settledAt } })}
            />
          ) : null}
        </View>
      ))}
    </View>
  );
}
