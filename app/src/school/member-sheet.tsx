/** One member of staff: another role, an author's courses, the school offered to them, off the staff. */

import type { StaffRole } from "@dawngate/contract/permissions";
import type { Members } from "@dawngate/contract/staff";
import { useState } from "react";
import { View } from "react-native";
import { useGetCoursesQuery } from "../courses/api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { toggled } from "../ui/toggled";
import { useGetMeQuery } from "./api";
import { RoleChoice } from "./role-choice";
import { useChangeMemberMutation, useDismissMutation, useOfferSchoolMutation } from "./staff-api";

interface Props {
  school: string;
  member: Members["members"][number];
  onClose(): void;
}

export function MemberSheet({ school, member, onClose }: Props) {
  const { data: me } = useGetMeQuery();
  const [change, changing] = useChangeMemberMutation();
  const [dismiss, dismissing] = useDismissMutation();
  const [offer, offering] = useOfferSchoolMutation();
  const [sure, setSure] = useState<"dismiss" | "offer" | null>(null);
  const error = changing.error ?? dismissing.error ?? offering.error;
  const set = (what: { role?: StaffRole; courses?: string[] | null }) =>
    change({ school, member: member.id, body: what });
  const self = me?.account?.id === member.id;
  const first = member.name.split(" ")[0];
  return (
    <Sheet title={member.name} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      {member.role === "owner" ? (
        <Text>Owns the school. To change that, the school is handed over.</Text>
      ) : (
        <View style={{ gap: 10 }}>
          <RoleChoice label="Role" role={member.role} onChoose={(role) => set({ role })} />
        </View>
      )}
      {member.role === "author" ? (
        <AuthorsCourses
          school={school}
          courses={member.courses}
          onChange={(courses) => set({ courses })}
        />
      ) : null}
      {member.role === "instructor" ? (
        <Text kind="small">Which cohorts they lead is said under a course's cohorts.</Text>
      ) : null}
      {self ? null : sure === "offer" ? (
        <Sure
          says={`${first} is asked by mail. If they take it, they own the school, and you become a manager of its people.`}
          label="Offer the school"
          busy={offering.isLoading}
          onPress={async () => {
            if ("data" in (await offer({ school, body: { to: member.id } }))) onClose();
          }}
          onLeave={() => setSure(null)}
        />
      ) : (
        <QuietAction label={`Hand the school over to ${first}…`} onPress={() => setSure("offer")} />
      )}
      {self ? null : sure === "dismiss" ? (
        <Sure
          says={`${member.name} is told by mail and finds nothing here any more. What they did keeps their name.`}
          label="Take off the staff"
          busy={dismissing.isLoading}
          onPress={async () => {
            if ("data" in (await dismiss({ school, member: member.id }))) onClose();
          }}
          onLeave={() => setSure(null)}
        />
      ) : (
        <QuietAction label="Take off the staff…" onPress={() => setSure("dismiss")} />
      )}
    </Sheet>
  );
}

/** Asked once more, since somebody is told by mail. */
function Sure({
  says,
  label,
  busy,
  onPress,
  onLeave,
}: {
  says: string;
  label: string;
  busy: boolean;
  onPress(): void;
  onLeave(): void;
}) {
  return (
    <View style={{ gap: 8 }}>
      <Text>{says}</Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <QuietAction label={label} busy={busy} onPress={onPress} />
        <QuietAction label="Leave it" onPress={onLeave} />
      </View>
    </View>
  );
}

function AuthorsCourses({
  school,
  courses,
  onChange,
}: {
  school: string;
  courses: string[] | null;
  onChange(courses: string[] | null): void;
}) {
  const { data } = useGetCoursesQuery({ school });
  const chosen = courses ?? [];
  return (
    <View style={{ gap: 8 }}>
      <Text kind="smallStrong" level={3}>
        May edit
      </Text>
      <Choices label="May edit" many>
        <Choice
          many
          label="All courses"
          taken={courses === null}
          onPress={() => onChange(courses === null ? [] : null)}
        />
        {courses === null
          ? null
          : (data?.courses ?? []).map(({ id, title }) => (
              <Choice
                key={id}
                many
                label={title}
                taken={chosen.includes(id)}
                onPress={() => onChange(toggled(chosen, id))}
              />
            ))}
      </Choices>
    </View>
  );
}
