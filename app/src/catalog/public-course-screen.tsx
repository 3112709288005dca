/** A course as everybody may see it: what it is, when one would learn what, the ways in, and samples to read. */
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { CourseCard } from "@dawngate/core/courses";
import { linesOf, questionsOf } from "@dawngate/core/courses/lines";
import { countWords } from "@dawngate/core/courses/words";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { ScrollView, View } from "react-native";
import Svg, { Circle, Path } from "react-native-svg";
import { Cover, WideCover } from "../courses/cover";
import { sayLength } from "../courses/length";
import { Markdown } from "../lessons/markdown";
import { Coming, titleComing } from "../store/coming";
import { QuietAction } from "../ui/action";
import { Icon } from "../ui/icon";
import { useWide } from "../ui/layout";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useTitle } from "../ui/title";
import { useGetPublicCourseQuery } from "./api";
import { PreviewBars } from "./preview";
import { SampleSheet } from "./sample-sheet";
import { Ways } from "./ways-card";

export function PublicCourseScreen() {
  const place = useLocalSearchParams() as { school: string; course: string };
  const wide = useWide();
  const { data, error, refetch } = useGetPublicCourseQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  useTitle(data?.title ?? "A course");
  if (!data)
    return (
      <Page title={titleComing(error)}>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  const { cover, school, card, words } = data;
  const way = data.ways.find(({ state }) => state === "open" || state === "before") ?? null;
  const about = (
    <>
      <View style={{ gap: 8 }}>
        <TextLink href={`/${place.school}`}>{school.name}</TextLink>
        <Text kind="title" level={1}>
          {data.title}
        </Text>
        {card.short ? <Text>{card.short}</Text> : null}
        <Chips
          facts={[
            `${countWords(words, "module", data.modules.length)}, ${countWords(words, "lesson", data.lessons)}`,
            ...(data.minutes === 0 ? [] : [sayLength(data.minutes)]),
            ...[card.level, card.language, card.subject, card.hours, card.reference].flatMap(
              (fact) => (fact ? [fact] : []),
            ),
          ]}
        />
      </View>
      {wide ? null : <Ways place={place} course={data} onEnd={refetch} />}
      {data.description === "" ? null : <Markdown text={data.description} />}
      <Card card={card} />
    </>
  );
  const dates = <PreviewBars place={place} way={way} />;
  const content = (
    <>
      <Outline place={place} modules={data.modules} />
      <Teacher card={card} color={school.color} />
      <Questions card={card} />
      {school.contact === "" ? null : <Text>Questions: {school.contact}</Text>}
    </>
  );
  const drawn = { title: data.title, color: school.color, place, cover };
  return (
    <ScrollView style={{ width: "100%" }}>
      {wide ? null : <WideCover {...drawn} />}
      {wide ? (
        <View style={{ flexDirection: "row", gap: 48, padding: 32, maxWidth: 1120 }}>
          <View style={{ flex: 1, minWidth: 0, gap: 24 }}>
            <Cover {...drawn} />
            {about}
            {content}
          </View>
          <View style={{ width: 380, gap: 28 }}>
            <Ways place={place} course={data} onEnd={refetch} />
            {dates}
          </View>
        </View>
      ) : (
        <View style={{ padding: 20, paddingBottom: 64, gap: 24 }}>
          {about}
          {dates}
          {content}
        </View>
      )}
    </ScrollView>
  );
}

/** What one wants to know at a glance. */
function Chips({ facts }: { facts: string[] }) {
  const { surface, line } = usePalette();
  return (
    <View role="list" style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, paddingTop: 4 }}>
      {facts.map((fact) => (
        <View
          key={fact}
          role="listitem"
          style={{
            backgroundColor: surface,
            borderWidth: 1,
            borderColor: line,
            borderRadius: 8,
            paddingHorizontal: 12,
            paddingVertical: 5,
          }}
        >
          <Text kind="small">{fact}</Text>
        </View>
      ))}
    </View>
  );
}

/** What the school says of it, part by part; what it does not say is not there. */
function Card({ card }: { card: CourseCard }) {
  const outcomes = linesOf(card.outcomes);
  const part = (title: string, text: string | undefined) =>
    text ? (
      <View style={{ gap: 2, maxWidth: 680 }}>
        <Text kind="strong">{title}</Text>
        <Text>{text}</Text>
      </View>
    ) : null;
  return (
    <>
      {outcomes.length > 0 ? (
        <View style={{ gap: 2, maxWidth: 680 }}>
          <Text kind="strong">What you can do afterwards</Text>
          <View role="list">
            {outcomes.map((line) => (
              <View key={line} role="listitem" style={{ flexDirection: "row", gap: 10 }}>
                <SunMark mark="done" size={20} />
                <Text style={{ flex: 1 }}>{line}</Text>
              </View>
            ))}
          </View>
        </View>
      ) : null}
      {part("Whom it is for", card.audience)}
      {part("What you need beforehand", card.needs)}
      {part("Before you enroll", card.note)}
    </>
  );
}

/** Who teaches it, with what people want to know. */
function Teacher({ card, color }: { card: CourseCard; color: string }) {
  const { surface } = usePalette();
  const { teacher = "", aboutTeacher = "" } = card;
  if (teacher === "" && aboutTeacher === "") return null;
  return (
    <View style={{ gap: 10, maxWidth: 680 }}>
      <Text kind="heading" level={2}>
        Who teaches it
      </Text>
      <View
        style={{
          flexDirection: "row",
          gap: 16,
          padding: 16,
          backgroundColor: surface,
          borderRadius: 12,
        }}
      >
        <Rising color={color} />
        <View style={{ flex: 1, gap: 4 }}>
          {teacher === "" ? null : <Text kind="name">{teacher}</Text>}
          {aboutTeacher === "" ? null : <Text>{aboutTeacher}</Text>}
        </View>
      </View>
    </View>
  );
}

/** Somebody, as we draw one: a sun over a line. */
function Rising({ color }: { color: string }) {
  const { ink } = usePalette();
  return (
    <Svg width={44} height={44} viewBox="0 0 44 44" aria-hidden>
      <Circle cx={22} cy={15} r={9} fill={color} />
      <Path d="M6 40c0-10 7-14 16-14s16 4 16 14" fill="none" stroke={ink} strokeWidth={2.5} />
    </Svg>
  );
}

/** What people ask, each with its answer behind a press. */
function Questions({ card }: { card: CourseCard }) {
  const { line, quiet } = usePalette();
  const [open, setOpen] = useState<string | null>(null);
  const asked = questionsOf(card.questions);
  if (asked.length === 0) return null;
  return (
    <View style={{ maxWidth: 680 }}>
      <Text kind="heading" level={2}>
        What people ask
      </Text>
      {asked.map(({ question, answer }) => {
        const shown = open === question;
        return (
          <View key={question} style={{ borderBottomWidth: 1, borderBottomColor: line }}>
            <Press
              onPress={() => setOpen(shown ? null : question)}
              aria-expanded={shown}
              style={{ flexDirection: "row", alignItems: "center", gap: 12, paddingVertical: 10 }}
            >
              <Text kind="strong" style={{ flex: 1 }}>
                {question}
              </Text>
              <Icon name={shown ? "chevron-down" : "chevron-right"} color={quiet} />
            </Press>
            {shown ? <Text style={{ paddingBottom: 14 }}>{answer}</Text> : null}
          </View>
        );
      })}
    </View>
  );
}

function Outline({
  place,
  modules,
}: Pick<PublicCourse, "modules"> & { place: { school: string; course: string } }) {
  const { quiet, line } = usePalette();
  const [sample, setSample] = useState<string | null>(null);
  return (
    <View>
      <Text kind="heading" level={2}>
        What is in it
      </Text>
      {modules.map((module, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: an outline stands still while one reads it
          key={i}
          style={{ gap: 2, paddingVertical: 12, borderBottomWidth: 1, borderBottomColor: line }}
        >
          <Text kind="name" level={3}>
            {module.title}
          </Text>
          {module.lessons.map((lesson, k) => (
            <View
              // biome-ignore lint/suspicious/noArrayIndexKey: likewise
              key={k}
              style={{ flexDirection: "row", alignItems: "center", gap: 12, minHeight: 28 }}
            >
              <Text color={quiet} style={{ flex: 1 }}>
                {lesson.title}
              </Text>
              {lesson.sample === null ? (
                <Text kind="small" color={quiet}>
                  {lesson.minutes === null ? "" : `${lesson.minutes} min`}
                </Text>
              ) : (
                <QuietAction
                  label="Read"
                  says={`Read the sample ${lesson.title}`}
                  onPress={() => setSample(lesson.sample)}
                />
              )}
            </View>
          ))}
        </View>
      ))}
      {sample === null ? null : (
        <SampleSheet place={place} lesson={sample} onClose={() => setSample(null)} />
      )}
    </View>
  );
}
