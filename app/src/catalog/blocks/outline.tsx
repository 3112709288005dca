/** What is in it: whole, by its modules, or its beginning; samples can be read. */
import { countWords } from "@dawngate/core/courses/words";
import { Fragment, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { SampleSheet } from "../sample-sheet";
import type { Shown } from "../shown";
import { type Drawn, Headed } from "./block";

export const Outline: Drawn<"outline"> = ({ block, shown }) => {
  const { quiet, line, dusk } = usePalette();
  const [sample, setSample] = useState<{ course: string; lesson: string } | null>(null);
  const { courses, school, opens } = shown;
  const inFull = (i: number) => block.shown === "whole" || (block.shown === "beginning" && i === 0);
  if (opens !== null) return <Opened title={block.title || "What it opens"} shown={shown} />;
  return (
    <Headed title={block.title || "What is in it"}>
      {courses.map((course) => (
        <View key={course.id}>
          {courses.length > 1 ? (
            <Text kind="name" level={3} style={{ paddingTop: 12 }}>
              {course.title}
            </Text>
          ) : null}
          {course.modules.map((module, i) => (
            <Fragment
              // biome-ignore lint/suspicious/noArrayIndexKey: an outline stands still while one reads it
              key={i}
            >
              {module.ofCourse !== null && module.ofCourse !== course.modules[i - 1]?.ofCourse ? (
                <Text kind="small" color={quiet} style={{ paddingTop: 16 }}>
                  {module.ofCourse}, a course inside this one:
                </Text>
              ) : null}
              <View
                style={{
                  gap: 2,
                  paddingVertical: 12,
                  borderBottomWidth: 1,
                  borderBottomColor: line,
                  ...(module.ofCourse !== null && {
                    borderLeftWidth: 3,
                    borderLeftColor: dusk,
                    paddingLeft: 12,
                  }),
                }}
              >
                <Text
                  kind={courses.length > 1 ? "strong" : "name"}
                  {...(courses.length === 1 && { level: 3 as const })}
                >
                  {module.title}
                </Text>
                {module.lessons.map((lesson, k) =>
                  // A sample is offered whatever else is shown.
                  inFull(i) || lesson.sample !== null ? (
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
                          onPress={() =>
                            setSample({ course: course.id, lesson: lesson.sample ?? "" })
                          }
                        />
                      )}
                    </View>
                  ) : null,
                )}
                {inFull(i) ? null : (
                  <Text kind="small" color={quiet}>
                    {module.lessons.length === 1
                      ? `One ${shown.words.lesson}`
                      : `${module.lessons.length} ${shown.words.lessons}`}
                  </Text>
                )}
              </View>
            </Fragment>
          ))}
        </View>
      ))}
      {sample === null ? null : (
        <SampleSheet
          place={{ school, course: sample.course }}
          lesson={sample.lesson}
          onClose={() => setSample(null)}
        />
      )}
    </Headed>
  );
};

/** The courses of a membership, each with its own page; of many the first. */
function Opened({ title, shown }: { title: string; shown: Shown }) {
  const { quiet, line } = usePalette();
  const { courses, school, words, opens } = shown;
  const more = (opens ?? 0) - courses.length;
  return (
    <Headed title={title}>
      {courses.map(({ id, title, modules }) => (
        <View
          key={id}
          style={{ paddingVertical: 10, borderBottomWidth: 1, borderBottomColor: line }}
        >
          <TextLink href={`/${school}/c/${id}`}>{title}</TextLink>
          <Text kind="small" color={quiet}>
            {countWords(words, "module", modules.length)},{" "}
            {countWords(
              words,
              "lesson",
              modules.reduce((sum, module) => sum + module.lessons.length, 0),
            )}
          </Text>
        </View>
      ))}
      {more > 0 ? (
        <TextLink href={`/${school}`}>{`And ${more} more in the catalog`}</TextLink>
      ) : null}
    </Headed>
  );
}
