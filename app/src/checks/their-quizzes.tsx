/** The quizzes of one person in a course: where they stand, and more time or attempts, given with a reason. */
import type { Allowances } from "@dawngate/contract/checks";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { ListRow } from "../ui/list-row";
import { Notice } from "../ui/notice";
import { NumberField } from "../ui/number-field";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useToast } from "../ui/toast";
import { useAllowMutation, useGetAllowancesQuery } from "./api";
import { sayMinutes, sayPercent } from "./say-rules";

interface Props {
  place: { school: string; course: string; enrollment: string };
  /** Whether more may be given. */
  may: boolean;
}
type Quiz = Allowances["quizzes"][number];

const STATES: Record<Quiz["state"], string> = {
  running: "an attempt runs",
  "none-left": "no attempt is left",
  "all-right": "everything is right",
  closed: "closed",
  later: "waits for the next attempt",
  now: "can be tried",
};

function sayQuiz({ score, passed, left, state, minutes, attempts, limit, reason }: Quiz): string {
  return [
    score === null ? "not tried yet" : `${passed ? "passed" : "not passed"}, ${sayPercent(score)}`,
    STATES[state],
    ...(left === null ? [] : [`${left} attempt${left === 1 ? "" : "s"} left`]),
    ...(limit !== null && minutes > 0
      ? [`${sayMinutes(limit + minutes)} in place of ${sayMinutes(limit)}`]
      : []),
    ...(attempts > 0 ? [`${attempts} attempt${attempts === 1 ? "" : "s"} on top`] : []),
    ...(reason ? [`“${reason}”`] : []),
  ].join(" · ");
}

export function TheirQuizzes({ place, may }: Props) {
  const { quiet } = usePalette();
  const { data } = useGetAllowancesQuery(place, { refetchOnMountOrArgChange: true });
  const [giving, setGiving] = useState<Quiz | null>(null);
  if (!data || data.quizzes.length === 0) return null;
  return (
    <View role="list" aria-label="Quizzes">
      {data.quizzes.map((quiz) => (
        <ListRow key={quiz.lesson} padding={6}>
          <View style={{ flex: 1 }}>
            <Text kind="strong">{quiz.title}</Text>
            <Text kind="small" color={quiet}>
              {sayQuiz(quiz)}
            </Text>
          </View>
          {may ? (
            <QuietAction
              label="Give more"
              says={`Give more time or attempts: ${quiz.title}`}
              tight
              onPress={() => setGiving(quiz)}
            />
          ) : null}
        </ListRow>
      ))}
      {giving ? <GiveMore place={place} quiz={giving} onClose={() => setGiving(null)} /> : null}
    </View>
  );
}

function GiveMore({
  place,
  quiz,
  onClose,
}: Pick<Props, "place"> & { quiz: Quiz; onClose(): void }) {
  const { quiet } = usePalette();
  const say = useToast();
  const [allow, { error, isLoading }] = useAllowMutation();
  const [minutes, setMinutes] = useState(quiz.minutes);
  const [attempts, setAttempts] = useState(quiz.attempts);
  const [reason, setReason] = useState(quiz.reason);
  const give = async () => {
    const answer = await allow({
      ...place,
      lesson: quiz.lesson,
      body: { minutes, attempts, reason },
    });
    if (!("data" in answer)) return;
    say({ says: "It holds at once, for an attempt that runs too." });
    onClose();
  };
  return (
    <Sheet title={`More for one person: ${quiz.title}`} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      {quiz.limit === null ? null : (
        <>
          <NumberField
            label="Minutes on top"
            value={minutes}
            least={0}
            most={59_940}
            width={180}
            onChange={setMinutes}
          />
          <Text kind="small" color={quiet}>
            {`Everybody has ${sayMinutes(quiz.limit)}; with these it is ${sayMinutes(quiz.limit + minutes)}.`}
          </Text>
        </>
      )}
      <NumberField
        label="Attempts on top"
        value={attempts}
        least={0}
        most={1000}
        width={180}
        onChange={setAttempts}
      />
      <TextField
        label="Why; it stays on the record"
        value={reason}
        maxLength={500}
        onChangeText={setReason}
      />
      <PrimaryAction
        label="Give"
        disabled={reason.trim() === ""}
        busy={isLoading}
        onPress={() => void give()}
      />
    </Sheet>
  );
}
