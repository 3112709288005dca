/** An attempt while it runs: its clock is the server's, every answer is kept as it is given, and it is handed in once. */
import type { HandedIn, MyQuiz } from "@dawngate/contract/checks";
import { useEffect, useReducer, useRef, useState } from "react";
import { explain, isPassing } from "../store/api";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { AnswerKeeper, type AnswerPorts } from "./answer-keeper";
import { portsOf } from "./answer-ports";
import { useHandInMutation, useSaveAnswersMutation } from "./api";
import { Paper } from "./paper";
import { TimeLeft } from "./time-left";
import { useClock } from "./use-clock";

interface Props {
  place: { school: string; enrollment: string; lesson: string };
  quiz: MyQuiz;
  /** The server's clock, as it was told last. */
  now: string;
  running: NonNullable<MyQuiz["running"]>;
  above: { text: string; href: string };
  onHandedIn(handed: HandedIn): void;
}

/** A closing is near when it is less than two hours away, in milliseconds. */
const SOON = 7_200_000;

export function Taking({ place, quiz, now: told, running, above, onHandedIn }: Props) {
  const keeper = useKeeper(place, running.id);
  /** What was given here, over what the server had when the page came. */
  const [given, setGiven] = useState<Record<string, unknown>>({});
  const answers = { ...running.answers, ...Object.fromEntries(keeper.waiting), ...given };
  const [handIn, handing] = useHandInMutation();
  const now = useClock(told, running.until !== null);
  const left = running.until === null ? null : Date.parse(running.until) - now;
  // Without a limit it is the lesson's closing that ends it: said where that is near.
  const clock = left !== null && (quiz.rules.limit !== null || left < SOON) ? left : null;
  const up = (left !== null && left <= 0) || keeper.ended;
  const hand = async () => {
    if (handing.isLoading) return;
    if (!(await keeper.flush())) return;
    const answer = await handIn({ ...place, attempt: running.id });
    if ("data" in answer && answer.data) onHandedIn(answer.data);
  };
  // When the time is up it is handed in by itself; the server has ended it whatever happens here.
  const end = useRef(hand);
  end.current = hand;
  const waiting = keeper.waiting.size;
  // Without a connection once more, when what waits has gone out.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what waits is what it waits for
  useEffect(() => {
    if (up) void end.current();
  }, [up, waiting === 0]);
  const unsent = waiting > 0;
  return (
    <Paper
      parts={running.parts}
      files={running.files}
      answers={answers}
      atOnce={quiz.rules.atOnce}
      busy={handing.isLoading}
      status={
        keeper.error
          ? "Not sent yet: there is no connection. It is kept here, and goes out by itself."
          : unsent
            ? "Being kept…"
            : keeper.keptAt === null
              ? "Every answer is kept as you give it."
              : "Kept."
      }
      onAnswer={(question, answer, resting) => {
        setGiven((before) => ({ ...before, [question]: answer }));
        keeper.give(question, answer, resting);
      }}
      onHandIn={() => void hand()}
    >
      {({ body, bar, at, of }) => (
        <NightPage
          title={quiz.title}
          above={above}
          aside={at === null ? `${of} questions` : `${at} of ${of}`}
          band={clock === null ? null : <TimeLeft left={clock} />}
          plain
          bar={bar}
        >
          {handing.error ? <Notice {...explain(handing.error)} /> : null}
          {keeper.error && !isPassing(keeper.error) ? <Notice {...explain(keeper.error)} /> : null}
          {body}
        </NightPage>
      )}
    </Paper>
  );
}

function useKeeper(place: Props["place"], attempt: string): AnswerKeeper {
  const [save] = useSaveAnswersMutation();
  const [, draw] = useReducer((times: number) => times + 1, 0);
  const kept = useRef<{ attempt: string; keeper: AnswerKeeper } | null>(null);
  if (kept.current?.attempt !== attempt) {
    kept.current?.keeper.stop();
    const send: AnswerPorts["send"] = (answers) =>
      save({ ...place, attempt, body: { answers } }).unwrap();
    kept.current = { attempt, keeper: new AnswerKeeper(portsOf(attempt, send, draw)) };
  }
  const { keeper } = kept.current;
  useEffect(() => {
    // Back on the net, what waits goes out at once; leaving, what is being typed does.
    const flush = () => void keeper.flush();
    window.addEventListener("online", flush);
    return () => {
      window.removeEventListener("online", flush);
      void keeper.flush();
    };
  }, [keeper]);
  return keeper;
}
