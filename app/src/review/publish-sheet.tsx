/** Before a change is published: what it does to everybody in the course, by name, and for whom it is to hold. */
import type { PublishingWay } from "@dawngate/contract/review";
import { useState } from "react";
import type { InCourse } from "../courses/api";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Options } from "../ui/options";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { type ChangeAhead, usePublishMutation } from "./api";
import { BeforeAndAfterOf } from "./before-after";
import { RippleView } from "./ripple-view";
import { useCorrection } from "./use-correction";
import { useRipple } from "./use-ripple";

interface Props {
  place: InCourse;
  /** The draft's last operation; null where an earlier version is brought back. */
  seen: number | null;
  /** The earlier version that is to be in force again. */
  back?: number | null;
  /** What whoever enrolls next will see, in sentences. */
  first?: readonly string[];
  onPublished(version: number): void;
  onClose(): void;
}

const WAYS: { value: PublishingWay; label: string }[] = [
  { value: "everybody", label: "for everybody" },
  { value: "only-in-favor", label: "only in favor" },
  { value: "new-only", label: "for new enrollments only" },
];

/** What each way means for people in the course. */
const MEANS: Record<PublishingWay, string> = {
  everybody: "Everybody follows the new version, those who kept an earlier one among them.",
  "only-in-favor":
    "Nothing opens later and nothing ends earlier for people in it: they hold both versions, and each part opens at the earlier and closes at the later of the two. Whoever enrolls from now on has the new one alone.",
  "new-only": "People in it keep what they have. Whoever enrolls from now on has the new version.",
};

export function PublishSheet({
  place,
  seen,
  back = null,
  first = [],
  onPublished,
  onClose,
}: Props) {
  const { quiet } = usePalette();
  const [publish, publishing] = usePublishMutation();
  const [people, setPeople] = useState<PublishingWay>("everybody");
  const [note, setNote] = useState("");
  const change: Extract<ChangeAhead, { kind: "publish" }> = {
    kind: "publish",
    place,
    people,
    back,
    seen,
  };
  const rippled = useRipple(change);
  const { ripple } = rippled;
  const correction = useCorrection(place.school, ripple);
  const go = async () => {
    const answer = await publish({
      ...place,
      people,
      back,
      note: note.trim(),
      over: ripple?.version ?? null,
      seen: back === null ? (ripple?.sequence ?? null) : null,
    });
    if ("data" in answer && answer.data) {
      await correction.made();
      onPublished(answer.data.version);
    }
    // Somebody else was quicker: what it does now is asked afresh.
    else rippled.refetch();
  };
  const isIn = (ripple?.totals.people ?? 0) > 0;
  return (
    <Sheet
      title={back === null ? "Publish these changes" : `Bring version ${back} back`}
      onClose={onClose}
    >
      {first.map((sentence) => (
        <Text key={sentence}>{sentence}</Text>
      ))}
      {publishing.error ? <Notice {...explain(publishing.error)} /> : null}
      {isIn || people !== "everybody" ? (
        <>
          <Options<PublishingWay>
            label="For whom"
            says="It holds"
            options={WAYS}
            value={people}
            onChange={setPeople}
          />
          <Text kind="small" color={quiet}>
            {MEANS[people]}
          </Text>
        </>
      ) : null}
      <RippleView
        change={change}
        {...rippled}
        more={(person) => (
          <BeforeAndAfterOf
            change={change}
            person={person}
            titleOf={(id) => ripple?.titles[id] ?? id}
          />
        )}
      />
      {correction.field}
      <TextField
        label="A note for the list of versions"
        value={note}
        maxLength={500}
        onChangeText={setNote}
      />
      <PrimaryAction
        label={
          ripple && ripple.totals.touched > 0
            ? `Publish, ${ripple.totals.touched} touched`
            : "Publish"
        }
        busy={publishing.isLoading || rippled.busy}
        disabled={!ripple}
        onPress={go}
      />
    </Sheet>
  );
}
