/** An assignment as its author makes it: what is asked for, what becomes of what comes late, and the rubric. Its task is the text. */
import type { PartOf } from "@dawngate/core/lessons";
import { SUBMISSION_FILES_MOST } from "@dawngate/core/lessons/submission-limits";
import { View } from "react-native";
import { NumberField } from "../../ui/number-field";
import { Options } from "../../ui/options";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { SaidAsked } from "../lazy-pieces";
import { RubricEditor } from "./rubric-editor";

type Assignment = PartOf<"assignment">;

const FRESH: Assignment = {
  kind: "assignment",
  words: "needed",
  files: 3,
  filesNeeded: 0,
  late: "taken",
  rubric: [],
};

interface Props {
  school: string;
  assignment: Assignment | null;
  onAssignment(assignment: Assignment): void;
}

export function AssignmentEditor({ school, assignment, onAssignment }: Props) {
  const { quiet } = usePalette();
  const now = assignment ?? FRESH;
  const set = (change: Partial<Assignment>) => {
    const next = { ...now, ...change };
    // What asks for nothing cannot be kept: a file is the next best thing.
    const files = next.words === "none" ? Math.max(1, next.files) : next.files;
    onAssignment({ ...next, files, filesNeeded: Math.min(files, next.filesNeeded) });
  };
  return (
    <View style={{ gap: 18 }}>
      <View style={{ gap: 4 }}>
        <SaidAsked part={now} />
        <Text kind="small" color={quiet}>
          The task itself stands in the lesson's text. Until when is the day the lesson is due; the
          lesson is done when what was handed in is accepted.
        </Text>
      </View>
      <Options
        label="Words"
        says="Something written"
        options={[
          { value: "needed", label: "is needed" },
          { value: "welcome", label: "is welcome" },
          { value: "none", label: "is not asked for" },
        ]}
        value={now.words}
        onChange={(words) => set({ words })}
      />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <NumberField
          label="Files at the most"
          value={now.files}
          least={now.words === "none" ? 1 : 0}
          most={SUBMISSION_FILES_MOST}
          width={150}
          onChange={(files) => set({ files })}
        />
        {now.files === 0 ? null : (
          <NumberField
            label="Of these needed"
            value={now.filesNeeded}
            least={0}
            most={now.files}
            width={150}
            onChange={(filesNeeded) => set({ filesNeeded })}
          />
        )}
      </View>
      <Switched
        label="What comes after the day it is due is taken, and said to be late"
        says={
          now.late === "taken"
            ? "Off: nothing is taken any more, but what was given back before may come again."
            : "Nothing is taken any more after that day, but what was given back before may come again."
        }
        on={now.late === "taken"}
        onChange={(taken) => set({ late: taken ? "taken" : "refused" })}
      />
      <RubricEditor school={school} rubric={now.rubric} onRubric={(rubric) => set({ rubric })} />
    </View>
  );
}
