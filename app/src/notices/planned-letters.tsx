/** Letters that go out later: when, of what, by whom; taken back by a press. Nothing where there are none. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useDropPlannedLetterMutation, useGetPlannedLettersQuery } from "./api";
import { fieldWords } from "./say-kind";

interface Props {
  school: string;
  /** Only those to people of it. */
  course?: string;
  zone: Zone;
}

/** A subject whose fields are said by what they are called. */
const inWords = (subject: string): string =>
  subject.replaceAll(/\{([^{}]+)\}/g, (_, field: string) => `[${fieldWords(field)}]`);

export function PlannedLetters({ school, course, zone }: Props) {
  const { quiet, line } = usePalette();
  const { data } = useGetPlannedLettersQuery({ school }, { refetchOnMountOrArgChange: true });
  const [drop, { error, isLoading }] = useDropPlannedLetterMutation();
  const letters = (data?.letters ?? []).filter(
    (one) => course === undefined || one.course.id === course,
  );
  if (letters.length === 0) return error ? <Notice {...explain(error)} /> : null;
  return (
    <View role="group" aria-label="Letters that go out later" style={{ gap: 4, maxWidth: 720 }}>
      <Text kind="strong">Letters that go out later</Text>
      {error ? <Notice {...explain(error)} /> : null}
      <View role="list">
        {letters.map(({ id, subject, at, by, count, course: { title } }) => (
          <View
            key={id}
            role="listitem"
            style={{
              flexDirection: "row",
              alignItems: "center",
              gap: 12,
              paddingVertical: 8,
              borderTopWidth: 1,
              borderTopColor: line,
            }}
          >
            <View style={{ flex: 1, gap: 2 }}>
              <Text>{inWords(subject)}</Text>
              <Text kind="small" color={quiet}>
                {[
                  sayWrittenInstant(at, zone),
                  count === null
                    ? "to all who match"
                    : count === 1
                      ? "to one person"
                      : `to ${count}`,
                  ...(course === undefined ? [title] : []),
                  `by ${by}`,
                ].join(" · ")}
              </Text>
            </View>
            <QuietAction
              label="Take back"
              says={`Take back “${inWords(subject)}”`}
              busy={isLoading}
              onPress={() => drop({ school, letter: id })}
            />
          </View>
        ))}
      </View>
    </View>
  );
}
