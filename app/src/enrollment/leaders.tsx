/** The instructors who lead a cohort, and see its people and no others. */
import type { Members } from "@dawngate/contract/staff";
import { View } from "react-native";
import { useAssignCohortsMutation } from "../school/staff-api";
import { explain } from "../store/api";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export function Leaders({
  school,
  cohort,
  members,
}: {
  school: string;
  cohort: string;
  members: Members["members"];
}) {
  const [assign, { error }] = useAssignCohortsMutation();
  const { quiet } = usePalette();
  const wide = useWide();
  const instructors = members.filter(({ role }) => role === "instructor");
  if (instructors.length === 0) return null;
  return (
    <View style={{ gap: 6, paddingVertical: 6 }}>
      {/* On a wide screen the head of the column says it. */}
      {wide ? null : (
        <Text kind="small" color={quiet}>
          Led by
        </Text>
      )}
      <Choices label="Led by" many>
        {instructors.map(({ id, name, cohorts }) => {
          const leads = cohorts.includes(cohort);
          const next = leads ? cohorts.filter((one) => one !== cohort) : [...cohorts, cohort];
          return (
            <Choice
              key={id}
              many
              label={name}
              taken={leads}
              onPress={() => assign({ school, member: id, body: { cohorts: next } })}
            />
          );
        })}
      </Choices>
      {error ? <Notice {...explain(error)} /> : null}
    </View>
  );
}
