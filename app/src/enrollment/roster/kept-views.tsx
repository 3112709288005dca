/** Views of a roster that one keeps by a name: pressed, the list is narrowed and sorted as it was then. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { RosterView } from "@dawngate/contract/roster-views";
import { useState } from "react";
import { View } from "react-native";
import { useMay } from "../../school/may";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Notice } from "../../ui/notice";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import type { Narrowed } from "./use-roster";
import {
  useDropRosterViewMutation,
  useGetRosterViewsQuery,
  useKeepRosterViewMutation,
} from "./views-api";

interface Props {
  school: string;
  fields: readonly OwnField[];
  narrowed: Narrowed;
  onNarrow(change: Partial<Narrowed>): void;
}

type Terms = Pick<RosterView, "standing" | "answer" | "other" | "order">;

const termsOf = ({ standing, answer, other, order }: Narrowed): Terms => ({
  standing: standing ?? null,
  answer,
  other,
  order,
});
const isSame = (one: Terms, other: Terms) =>
  one.standing === other.standing &&
  one.order === other.order &&
  one.answer?.field === other.answer?.field &&
  one.answer?.says === other.answer?.says &&
  one.other?.course === other.other?.course &&
  one.other?.is === other.other?.is;

export function KeptViews({ school, fields, narrowed, onNarrow }: Props) {
  const { quiet } = usePalette();
  const may = useMay(school);
  const { data } = useGetRosterViewsQuery({ school });
  const [keep, keeping] = useKeepRosterViewMutation();
  const [drop, dropping] = useDropRosterViewMutation();
  const [name, setName] = useState<string | null>(null);
  const [shared, setShared] = useState(false);
  const now = termsOf(narrowed);
  const views = data?.views ?? [];
  const here = views.find((view) => isSame(view, now));
  const mayShare = may("cohorts.change");
  const take = ({ standing, answer, other, order }: RosterView) =>
    onNarrow({
      standing,
      order,
      other,
      // A field that is gone narrows nothing any more.
      answer: answer && fields.some(({ id }) => id === answer.field) ? answer : null,
    });
  const error = keeping.error ?? dropping.error;
  // What everybody meets needs no name.
  const isUsual =
    now.standing === null && now.answer === null && now.other === null && now.order === "name";
  return (
    <View style={{ gap: 8 }}>
      <Text kind="small" color={quiet}>
        Kept views
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      {views.length === 0 ? null : (
        <Choices label="Kept views">
          {views.map((view) => (
            <Choice
              key={view.id}
              label={view.shared ? `${view.name}, for all` : view.name}
              taken={view.id === here?.id}
              onPress={() => take(view)}
            />
          ))}
        </Choices>
      )}
      {here && (!here.shared || mayShare) ? (
        <QuietAction
          label="Forget this view"
          busy={dropping.isLoading}
          onPress={() => drop({ school, view: here.id })}
        />
      ) : null}
      {isUsual && views.length === 0 ? (
        <Text kind="small" color={quiet}>
          Narrow or sort the list; then it can be kept here by a name.
        </Text>
      ) : null}
      {here || isUsual ? null : name === null ? (
        <QuietAction label="Keep what stands here as a view" onPress={() => setName("")} />
      ) : (
        <>
          <TextField label="Its name" value={name} maxLength={60} onChangeText={setName} />
          {mayShare ? <Switched label="For all staff" on={shared} onChange={setShared} /> : null}
          <QuietAction
            label="Keep it"
            busy={keeping.isLoading}
            onPress={async () => {
              const answer = await keep({ school, body: { name, shared, ...now } });
              if ("data" in answer) setName(null);
            }}
          />
        </>
      )}
    </View>
  );
}
