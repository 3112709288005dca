/** What is asked under a lesson, the newest first; and a question of one's own. */
import { sayPlace } from "@dawngate/core/lessons/seen";
import { useState } from "react";
import { View } from "react-native";
import type { PlaceInFilm } from "../../lessons/player/watching";
import { explain, pressKey } from "../../store/api";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { AnswerField } from "./answer-field";
import { useAnswerFellowMutation, useAskMutation, useGetQuestionsInfiniteQuery } from "./api";
import { QuestionView } from "./question-view";

interface Props {
  where: { school: string; enrollment: string; lesson: string };
  film: PlaceInFilm;
  zone: string;
  onClose(): void;
}

export function QuestionsSheet({ where, film, zone, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetQuestionsInfiniteQuery(where, { refetchOnMountOrArgChange: true });
  const [ask, asking] = useAskMutation();
  const [answer] = useAnswerFellowMutation();
  const [text, setText] = useState("");
  const [place, setPlace] = useState<number | null>(null);
  const [key, setKey] = useState(pressKey);
  const questions = data?.pages.flatMap((page) => page.questions) ?? [];
  const send = async () => {
    const said = await ask({ ...where, body: { text, place, key } });
    if (said.error) return;
    setText("");
    setPlace(null);
    setKey(pressKey());
  };
  return (
    <Sheet title="Questions" onClose={onClose}>
      <Text kind="small" color={quiet}>
        Everybody in the course reads what is asked here, with your name.
      </Text>
      <TextField
        label="Ask something"
        multiline
        value={text}
        onChangeText={(next) => {
          if (text === "" && next !== "") setPlace(film.now());
          setText(next);
        }}
        style={{ minHeight: 96 }}
      />
      {place === null || place === 0 ? null : (
        <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
          <Text kind="small" color={quiet}>{`About ${sayPlace(place)} of the film`}</Text>
          <QuietAction label="About all of it" tight onPress={() => setPlace(null)} />
        </View>
      )}
      {asking.error ? <Notice {...explain(asking.error)} /> : null}
      <PrimaryAction
        label="Ask"
        onPress={send}
        busy={asking.isLoading}
        disabled={text.trim() === ""}
      />
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : questions.length === 0 ? (
        <Text color={quiet}>Nobody has asked anything yet.</Text>
      ) : (
        <View role="list" style={{ gap: 12 }}>
          {questions.map((question) => (
            <QuestionView key={question.id} question={question} zone={zone}>
              <AnswerField onSend={(body) => answer({ ...where, question: question.id, body })} />
            </QuestionView>
          ))}
        </View>
      )}
      {hasNextPage ? (
        <QuietAction
          label="More questions"
          onPress={() => void fetchNextPage()}
          busy={isFetching}
        />
      ) : null}
    </Sheet>
  );
}
