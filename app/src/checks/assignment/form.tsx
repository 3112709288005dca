/** An assignment in its lesson, for whoever learns: what is asked, what one writes and brings, what was said of it. */
import type { MyAssignment } from "@dawngate/contract/assignments";
import { SUBMISSION_FILE_MOST } from "@dawngate/contract/file-limits";
import type { PartOf } from "@dawngate/core/lessons";
import { submissionFaults } from "@dawngate/core/lessons/assignment";
import { sayBytes } from "@dawngate/core/lessons/file-types";
import { SUBMISSION_TEXT_MOST } from "@dawngate/core/lessons/submission-limits";
import { sayWrittenEnd } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { FilePlace } from "../../files/file-place";
import { FileCard } from "../../lessons/file-card";
import { UNKEPT } from "../../lessons/text-keeper";
import { explain, pressKey } from "../../store/api";
import { addressOf } from "../../store/ask";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { saidAt } from "../../ui/said-at";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useGetMyAssignmentQuery, useSubmitMutation } from "./api";
import { SubmissionSeen } from "./review-seen";
import { RubricSeen } from "./rubric-seen";
import { SaidAsked } from "./said-asked";
import { type Mine, useDraft } from "./use-draft";

type Assignment = PartOf<"assignment">;

interface Props {
  part: Assignment;
  zone: string;
  /** Null: it is looked at by somebody else than who learns in it. */
  mine: Mine | null;
  /** The lesson is done, be it by what was accepted or from before it asked for something. */
  done: boolean;
}

export function AssignmentForm({ part, zone, mine, done }: Props) {
  return mine ? <Own part={part} zone={zone} mine={mine} done={done} /> : <Asked part={part} />;
}

/** What is asked for, and by what it is looked at. */
function Asked({ part }: { part: Assignment }) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 8, maxWidth: 680 }}>
      <SaidAsked part={part} />
      {part.late === "refused" ? (
        <Text kind="small" color={quiet}>
          After the day it is due nothing is taken that was not handed in before.
        </Text>
      ) : null}
      <RubricSeen rubric={part.rubric} />
    </View>
  );
}

function Own({ part, zone, mine, done }: Props & { mine: Mine }) {
  const { data, error, refetch } = useGetMyAssignmentQuery(mine, {
    refetchOnMountOrArgChange: true,
  });
  if (!data) return <Coming error={error} onRetry={refetch} />;
  const { state, shut, submissions } = data;
  const [newest] = submissions;
  const waits = state === "waiting";
  if (done && newest === undefined)
    return <Text kind="strong">This is done already: nothing has to be handed in.</Text>;
  return (
    <View style={{ gap: 22 }}>
      {state === "writing" ? <Asked part={part} /> : null}
      <Standing mine={data} zone={zone} />
      {state === "returned" && newest ? (
        <SubmissionSeen submission={newest} zone={zone} whose="you" />
      ) : null}
      {shut === null ? (
        waits ? (
          <Again key={submissions.length} part={part} mine={mine} opened={data} />
        ) : (
          <Writing key={submissions.length} part={part} mine={mine} opened={data} />
        )
      ) : state === "accepted" || waits ? null : (
        <Notice title="Nothing can be handed in now" detail={shut} />
      )}
      <Earlier mine={data} zone={zone} />
    </View>
  );
}

/** Where it stands, in a sentence. */
function Standing({
  mine: { state, due, submissions },
  zone,
}: {
  mine: MyAssignment;
  zone: string;
}) {
  const { quiet } = usePalette();
  const [newest] = submissions;
  const said = {
    writing: due === null ? null : `Due ${sayWrittenEnd(due, { zone: zoneOf(zone) })}.`,
    waiting: newest
      ? `Handed in ${saidAt(newest.at, zone)}${newest.late ? ", late" : ""}. It waits for somebody of your school; you will be written to.`
      : null,
    returned: null,
    accepted: null,
  }[state];
  return said === null ? null : (
    <Text color={quiet} aria-live="polite">
      {said}
    </Text>
  );
}

/** What was handed in before; the one that was just given back stands above already. */
function Earlier({ mine: { state, submissions }, zone }: { mine: MyAssignment; zone: string }) {
  const { line } = usePalette();
  const earlier = state === "returned" ? submissions.slice(1) : submissions;
  if (earlier.length === 0) return null;
  return (
    <View style={{ gap: 22, borderTopWidth: 1, borderTopColor: line, paddingTop: 18 }}>
      {earlier.map((one) => (
        <SubmissionSeen key={one.id} submission={one} zone={zone} whose="you" />
      ))}
    </View>
  );
}

/** What waits can be handed in once more, before anybody has looked. */
function Again(props: { part: Assignment; mine: Mine; opened: MyAssignment }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Writing {...props} />
  ) : (
    <QuietAction label="Change it and hand it in again" onPress={() => setOpen(true)} />
  );
}

const SAYINGS = {
  kept: "Kept; not handed in yet",
  ...UNKEPT,
} as const;

function Writing({ part, mine, opened }: { part: Assignment; mine: Mine; opened: MyAssignment }) {
  const { quiet, ember } = usePalette();
  const draft = useDraft(mine, opened.draft);
  const [hand, handing] = useSubmitMutation();
  const [key] = useState(pressKey);
  const [tried, setTried] = useState(false);
  /** Brought just now: the server names them with the next answer. */
  const [fresh, setFresh] = useState(opened.draft.files);
  const known = new Map(fresh.map((file) => [file.id, file]));
  const faults = submissionFaults(part, draft);
  const { text, files } = draft;
  const send = async () => {
    setTried(true);
    if (faults.length > 0) return;
    const answer = await hand({ ...mine, body: { text, files, key } });
    if ("data" in answer) draft.forget();
  };
  return (
    <View style={{ gap: 14, maxWidth: 680 }}>
      {part.words === "none" ? null : (
        <TextField
          label="Your text"
          value={text}
          multiline
          maxLength={SUBMISSION_TEXT_MOST}
          onChangeText={(next) => draft.type({ text: next })}
          onBlur={draft.leave}
          style={{ minHeight: 180 }}
        />
      )}
      {files.length === 0 ? null : (
        <View role="list" aria-label="Your files" style={{ gap: 8 }}>
          {files.map((id) => {
            const file = known.get(id);
            return (
              <View role="listitem" key={id} style={{ gap: 6 }}>
                {file ? <FileCard file={file} title={file.name} open /> : <Text>A file</Text>}
                <QuietAction
                  label="Take it out"
                  says={`Take it out: ${file?.name ?? "a file"}`}
                  tight
                  onPress={() => {
                    draft.type({ files: files.filter((one) => one !== id) });
                    draft.leave();
                  }}
                />
              </View>
            );
          })}
        </View>
      )}
      {files.length < part.files ? (
        <FilePlace
          school={mine.school}
          label={files.length === 0 ? "Choose a file" : "Another file"}
          says={`${part.files === 1 ? "one" : `up to ${part.files}`}, each at most ${sayBytes(SUBMISSION_FILE_MOST)}: pictures, films, sound, PDF or any other`}
          several={part.files - files.length > 1}
          keepAt={addressOf("keepMyFile", mine)}
          most={SUBMISSION_FILE_MOST}
          onFile={(file) => {
            setFresh((before) => [...before.filter(({ id }) => id !== file.id), file]);
            draft.add(file.id, part.files);
          }}
        />
      ) : null}
      <Text kind="small" color={quiet} role="status">
        {text === "" && files.length === 0 ? "" : SAYINGS[draft.state]}
      </Text>
      {draft.error ? <Notice {...explain(draft.error)} /> : null}
      {tried && faults.length > 0 ? (
        <Text kind="small" color={ember} role="alert">
          {faults.map(({ reason }) => `${reason}.`).join(" ")}
        </Text>
      ) : null}
      {handing.error ? <Notice {...explain(handing.error)} /> : null}
      <PrimaryAction
        label="Hand in"
        letter="g"
        busy={handing.isLoading}
        onPress={() => void send()}
      />
    </View>
  );
}
