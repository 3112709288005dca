/** A question is left out of the count, or let count again: seen first for whom that changes what. */
import type { PartOf } from "@dawngate/core/lessons";
import { useEffect } from "react";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { useLookAtRulesMutation } from "../api";
import { SeenFirst } from "./marked-people";
import type { Place } from "./place";

interface Props {
  place: Place;
  quiz: PartOf<"quiz">;
  question: string;
  text: string;
  onKeep(uncounted: string[]): void;
  onClose(): void;
}

export function CountSheet({ place, quiz, question, text, onKeep, onClose }: Props) {
  const [look, { data, error }] = useLookAtRulesMutation();
  const out = quiz.uncounted ?? [];
  const isOut = out.includes(question);
  const uncounted = isOut ? out.filter((one) => one !== question) : [...out, question];
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at once, as the sheet opens
  useEffect(() => {
    void look({ ...place, body: { part: { ...quiz, uncounted } } });
  }, []);
  return (
    <Sheet title={isOut ? "Let it count again" : "Leave it out of the count"} onClose={onClose}>
      <Text kind="strong">{text}</Text>
      <Text>
        {isOut
          ? "It is asked again, and counts in every attempt that was asked it."
          : "It is asked no more, and counts in no attempt on record: the points of the others are all there is. What was answered to it stays on record, and it can be let count again."}
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      {data ? (
        <SeenFirst marked={data} onKeep={() => onKeep(uncounted)} />
      ) : error ? null : (
        <Skeleton widths={[0.8, 0.5, 0.6]} />
      )}
      <QuietAction label="Leave it as it was" onPress={onClose} />
    </Sheet>
  );
}
