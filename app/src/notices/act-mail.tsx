/** The mail that an act sends: seen before it is done, and worded otherwise for this once. */
import type { StaffAct } from "@dawngate/contract/enrollment";
import type { ActLetter } from "@dawngate/contract/notices";
import { useEffect, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { useSettled } from "../ui/settled";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useTryActLetterMutation } from "./api";
import { LetterView } from "./letter-view";
import { type Words, WordsFields } from "./words-fields";

interface Props {
  place: InCourse;
  /** The first of those whom it is for. */
  enrollment: string;
  act: StaffAct;
  /** Null: as the school words such mails. */
  words: Words | null;
  onWords(words: Words | null): void;
}

export function ActMail({ place, enrollment, act, words, onWords }: Props) {
  const { quiet } = usePalette();
  const { school, course } = place;
  const [ask, { error }] = useTryActLetterMutation();
  const [tried, setTried] = useState<ActLetter | null>(null);
  const wanted = useSettled(JSON.stringify({ act, words }), 300);
  useEffect(() => {
    let stale = false;
    void ask({ school, course, body: { enrollment, ...JSON.parse(wanted) } }).then(({ data }) => {
      if (data && !stale) setTried(data);
    });
    return () => {
      stale = true;
    };
  }, [ask, school, course, enrollment, wanted]);
  if (error && !tried) return <Notice {...explain(error)} />;
  if (!tried) return <Skeleton widths={[0.8, 0.6]} />;
  const nobody = tried.letter === null && tried.faults.length === 0;
  if (nobody)
    return (
      <Text kind="small" color={quiet}>
        {`${tried.person} gets no mail of it: such mails are off, in the school or for them.`}
      </Text>
    );
  return (
    <View style={{ gap: 10 }}>
      {words ? (
        <WordsFields
          kind="by-staff"
          kept={tried}
          values={tried.values}
          faults={tried.faults}
          onChange={(path, next) => onWords({ ...words, [path]: next })}
        />
      ) : null}
      <Text kind="small" color={quiet}>{`As ${tried.person} reads it`}</Text>
      {tried.letter ? (
        <LetterView letter={tried.letter} school={school} person={tried.person} />
      ) : null}
      <View style={{ flexDirection: "row" }}>
        {words ? (
          <QuietAction label="In the school's words" onPress={() => onWords(null)} />
        ) : (
          <QuietAction
            label="Word it for this once"
            onPress={() => onWords({ subject: tried.subject, text: tried.text })}
          />
        )}
      </View>
    </View>
  );
}
