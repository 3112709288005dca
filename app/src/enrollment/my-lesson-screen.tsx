/** A lesson of one's own: its text, the tick, and the way on. Who meets a shut door reads why. */
import { useLocalSearchParams, useRouter } from "expo-router";
import { View } from "react-native";
import { Markdown } from "../lessons/markdown";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetMyCourseQuery, useOpenLessonQuery, useTickMutation } from "./api";

export function MyLessonScreen() {
  const { school, enrollment, lesson } = useLocalSearchParams() as {
    school: string;
    enrollment: string;
    lesson: string;
  };
  const router = useRouter();
  const { quiet } = usePalette();
  const place = { school, enrollment };
  const { data: course } = useGetMyCourseQuery(place);
  const { currentData: data, error, refetch } = useOpenLessonQuery({ ...place, lesson });
  const [tick, ticking] = useTickMutation();
  const home = `/${school}/shelf/${enrollment}`;
  const above = { text: course?.title ?? "The course", href: home };
  if (!data)
    return (
      <Page title={error ? "This lesson is shut" : "…"} above={above} narrow>
        {error ? (
          <>
            <Notice {...explain(error)} onRetry={refetch} />
            <TextLink href={home}>To the course</TextLink>
          </>
        ) : (
          <Skeleton widths={[0.6, 1, 0.95, 0.9, 0.4]} />
        )}
      </Page>
    );
  const mark = (done: boolean) => tick({ ...place, lesson, body: { done, key: pressKey() } });
  const finish = async () => {
    const answer = await mark(true);
    if (!("data" in answer) || !answer.data) return;
    const { goOn } = answer.data;
    router.push(goOn === null ? home : `${home}/${goOn}`);
  };
  return (
    <Page title={data.title} above={above}>
      <Text kind="small" color={quiet}>
        {data.minutes === null ? data.kind : `${data.kind}, ${data.minutes} min`}
      </Text>
      <View style={{ maxWidth: 680 }}>
        {data.text === "" ? (
          <Text color={quiet}>Nothing stands in this {course?.words.lesson ?? "lesson"} yet.</Text>
        ) : (
          <Markdown text={data.text} />
        )}
      </View>
      {ticking.error ? <Notice {...explain(ticking.error)} /> : null}
      {data.done ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
          <Text kind="strong">Done</Text>
          <QuietAction
            label="Not done after all"
            onPress={() => mark(false)}
            busy={ticking.isLoading}
          />
        </View>
      ) : (
        <PrimaryAction
          label={course?.words.done ?? "Done, go on"}
          onPress={finish}
          busy={ticking.isLoading}
        />
      )}
      <View style={{ flexDirection: "row", gap: 24 }}>
        {data.previous ? <TextLink href={`${home}/${data.previous}`}>Previous</TextLink> : null}
        {data.next ? <TextLink href={`${home}/${data.next}`}>Next</TextLink> : null}
      </View>
    </Page>
  );
}
