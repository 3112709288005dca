/** The school's rubrics: one is taken into an assignment, or this assignment's kept among them. */
import type { Rubric } from "@dawngate/core/lessons/rubric";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { ListRow } from "../../ui/list-row";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { newId } from "../new-id";
import { useGetRubricsQuery, useKeepRubricMutation, useRemoveRubricMutation } from "./api";

interface Props {
  school: string;
  /** What the assignment has now. */
  rubric: Rubric;
  onTake(criteria: Rubric): void;
  onClose(): void;
}

export function RubricsSheet({ school, rubric, onTake, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetRubricsQuery({ school });
  const [keep, keeping] = useKeepRubricMutation();
  const [remove] = useRemoveRubricMutation();
  const [title, setTitle] = useState("");
  const same = data?.rubrics.find((one) => one.title.toLowerCase() === title.trim().toLowerCase());
  const put = async () => {
    const answer = await keep({
      school,
      rubric: same?.id ?? newId(),
      body: { title: title.trim(), criteria: rubric },
    });
    if ("data" in answer) setTitle("");
  };
  return (
    <Sheet title="The school's rubrics" onClose={onClose}>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : data.rubrics.length === 0 ? (
        <Text color={quiet}>None is kept yet. Keep this assignment's, and others can take it.</Text>
      ) : (
        <View role="list" aria-label="Rubrics">
          {data.rubrics.map(({ id, title: called, criteria }) => (
            <ListRow key={id} padding={8} gap={8}>
              <View style={{ flex: 1 }}>
                <Text kind="strong">{called}</Text>
                <Text kind="small" color={quiet} numberOfLines={2}>
                  {criteria.map((one) => one.title).join(", ")}
                </Text>
              </View>
              <QuietAction
                label="Take it"
                says={`Take it: ${called}`}
                tight
                // Each assignment has criteria of its own: what is changed here changes none there.
                onPress={() => onTake(criteria.map((one) => ({ ...one, id: newId() })))}
              />
              <QuietAction
                label="×"
                says={`Remove ${called} ×`}
                tight
                onPress={() => void remove({ school, rubric: id })}
              />
            </ListRow>
          ))}
        </View>
      )}
      {rubric.length === 0 ? null : (
        <View style={{ gap: 10 }}>
          <TextField
            label="Keep this one as"
            value={title}
            maxLength={200}
            onChangeText={setTitle}
          />
          <QuietAction
            label={same ? "Keep it in its place" : "Keep it"}
            busy={keeping.isLoading}
            disabled={title.trim() === ""}
            onPress={() => void put()}
          />
        </View>
      )}
      {keeping.error ? <Notice {...explain(keeping.error)} /> : null}
    </Sheet>
  );
}
