/** From which courses somebody is kept out, and why; for staff who may change that. */
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { useGetCoursesQuery } from "../courses/api";
import { useBlockMutation, useGetBlocksQuery, useUnblockMutation } from "../enrollment/ways-in/api";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { FoundField } from "../ui/found-field";
import { Notice } from "../ui/notice";
import { Options } from "../ui/options";
import { Row, Section } from "../ui/section";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";

interface Props {
  school: string;
  person: string;
  name: string;
}

export function KeptOut({ school, person, name }: Props) {
  const { data, error, refetch } = useGetBlocksQuery({ school, person });
  const [unblock, letting] = useUnblockMutation();
  const [keeping, setKeeping] = useState(false);
  return (
    <Section
      title="Ways in"
      says="Somebody who is kept out cannot come in, whatever way there is; what they are in already stays."
    >
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {letting.error ? <Notice {...explain(letting.error)} /> : null}
      <View role="list">
        {(data?.blocks ?? []).map(({ course, reason, at }) => {
          const of = course?.title ?? "every course";
          return (
            <View role="listitem" key={course?.id ?? "all"}>
              <Row
                title={`Kept out of ${of}`}
                says={`${reason}, since ${sayWrittenDate(at.slice(0, 10))}`}
              >
                <QuietAction
                  label="Let in again"
                  says={`Let in again: ${of}`}
                  tight
                  onPress={() => unblock({ school, person, body: { course: course?.id ?? null } })}
                />
              </Row>
            </View>
          );
        })}
      </View>
      <QuietAction label={`Keep ${name} out`} onPress={() => setKeeping(true)} />
      {keeping ? (
        <KeepOutSheet
          school={school}
          person={person}
          name={name}
          onClose={() => setKeeping(false)}
        />
      ) : null}
    </Section>
  );
}

function KeepOutSheet({ school, person, name, onClose }: Props & { onClose(): void }) {
  const { data } = useGetCoursesQuery({ school });
  const [block, { error, isLoading }] = useBlockMutation();
  const [of, setOf] = useState<"all" | "one">("all");
  const [course, setCourse] = useState<string | null>(null);
  const [reason, setReason] = useState("");
  const courses = data?.courses ?? [];
  const chosen = courses.find(({ id }) => id === course);
  return (
    <Sheet title={`Keep ${name} out`} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <Options
        label="Out of"
        says="Out of"
        options={[
          { value: "all", label: "every course of the school" },
          { value: "one", label: "one course" },
        ]}
        value={of}
        onChange={(next) => setOf(next)}
      />
      {of === "one" ? (
        <FoundField
          label="The course"
          says={chosen?.title ?? ""}
          of={courses.map(({ id, title }) => ({ value: id, says: title }))}
          none="No course is called so."
          onChange={setCourse}
        />
      ) : null}
      <TextField
        label="The reason, for staff"
        value={reason}
        maxLength={500}
        onChangeText={setReason}
      />
      <Text kind="small">They read that the school does not let them in, and not why.</Text>
      <PrimaryAction
        label="Keep out"
        busy={isLoading}
        disabled={of === "one" && course === null}
        onPress={async () => {
          const body = { course: of === "all" ? null : course, reason };
          const answer = await block({ school, person, body });
          if ("data" in answer) onClose();
        }}
      />
    </Sheet>
  );
}
