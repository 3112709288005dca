/** Who works here and may do what: inviting, changing, removing, handing the school over. */

import type { StaffRole } from "@dawngate/contract/permissions";
import type { Members } from "@dawngate/contract/staff";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { SchoolSides } from "../frame/sides";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { capital } from "../ui/capital";
import { anAddress, Field } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Row, Section } from "../ui/section";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { useGetMeQuery, useGetSchoolQuery } from "./api";
import { useMay } from "./may";
import { MemberSheet } from "./member-sheet";
import { STAFF } from "./places";
import { RoleChoice } from "./role-choice";
import {
  useAnswerOfferMutation,
  useGetMembersQuery,
  useInviteMutation,
  useWithdrawInvitationMutation,
  useWithdrawOfferMutation,
} from "./staff-api";
import { WhoMayTable } from "./who-may-table";

export function StaffScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetMembersQuery({ school });
  const may = useMay(school);
  return (
    <Page title="Staff" {...(about && { above: { text: about.name } })}>
      <SchoolSides school={school} here={STAFF} />
      {data ? (
        <>
          <Offer school={school} members={data} />
          <StaffList school={school} data={data} changes={may("staff.change")} />
          {may("staff.change") ? <Inviting school={school} data={data} /> : null}
        </>
      ) : error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5, 0.7]} />
      )}
      <WhoMayTable />
    </Page>
  );
}

/** The school is offered to somebody: to the one who looks, or by them. */
function Offer({ school, members }: { school: string; members: Members }) {
  const { data: me } = useGetMeQuery();
  const [answer, answering] = useAnswerOfferMutation();
  const [withdraw, withdrawing] = useWithdrawOfferMutation();
  const { handover } = members;
  if (!handover) return null;
  const nameOf = (id: string) => members.members.find((one) => one.id === id)?.name ?? "Somebody";
  const error = answering.error ?? withdrawing.error;
  if (handover.to === me?.account?.id)
    return (
      <Section
        title={`${nameOf(handover.from)} offers you this school`}
        says={`Taking it makes you its owner, and ${nameOf(handover.from)} a manager of its people. Both of you are told by mail.`}
      >
        {error ? <Notice {...explain(error)} /> : null}
        <View style={{ flexDirection: "row", gap: 10, flexWrap: "wrap" }}>
          <PrimaryAction
            label="Take it over"
            busy={answering.isLoading}
            onPress={() => answer({ school, body: { take: true } })}
          />
          <QuietAction label="Say no" onPress={() => answer({ school, body: { take: false } })} />
        </View>
      </Section>
    );
  return (
    <Section title={`The school is offered to ${nameOf(handover.to)}`}>
      {error ? <Notice {...explain(error)} /> : null}
      <QuietAction
        label="Take the offer back"
        busy={withdrawing.isLoading}
        onPress={() => withdraw({ school })}
      />
    </Section>
  );
}

function StaffList({ school, data, changes }: { school: string; data: Members; changes: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  const chosen = data.members.find(({ id }) => id === open);
  return (
    <Section
      title={data.members.length === 1 ? "One on the staff" : `${data.members.length} on the staff`}
    >
      <View role="list">
        {data.members.map((member) => (
          <View key={member.id} role="listitem">
            <Row
              title={member.name}
              says={`${capital(member.role)}${saysScope(member)} · ${member.email}`}
            >
              {changes ? (
                <QuietAction
                  label={`Change ${member.name.split(" ")[0]}`}
                  onPress={() => setOpen(member.id)}
                />
              ) : null}
            </Row>
          </View>
        ))}
      </View>
      {chosen ? (
        <MemberSheet school={school} member={chosen} onClose={() => setOpen(null)} />
      ) : null}
    </Section>
  );
}

function saysScope({ role, cohorts, courses }: Members["members"][number]): string {
  if (role === "instructor")
    return cohorts.length === 0
      ? ", leads no cohort yet"
      : `, leads ${cohorts.length === 1 ? "one cohort" : `${cohorts.length} cohorts`}`;
  if (role === "author")
    return courses === null
      ? " of all courses"
      : ` of ${courses.length === 1 ? "one course" : `${courses.length} courses`}`;
  return "";
}

function Inviting({ school, data }: { school: string; data: Members }) {
  const { control, handleSubmit, reset } = useForm({ defaultValues: { email: "" } });
  const [role, setRole] = useState<StaffRole>("instructor");
  const [invite, { error, isLoading, isSuccess }] = useInviteMutation();
  const [withdraw, withdrawing] = useWithdrawInvitationMutation();
  const submit = handleSubmit(async ({ email }) => {
    if ("data" in (await invite({ school, body: { email: email.trim(), role } }))) reset();
  });
  return (
    <Section title="Invite somebody" says="The link in the mail counts for two weeks, and once.">
      <Form onSubmit={submit}>
        {error || withdrawing.error ? <Notice {...explain(error ?? withdrawing.error)} /> : null}
        <RoleChoice label="As" role={role} onChoose={setRole} />
        <Field
          control={control}
          name="email"
          label="Mail address"
          check={anAddress}
          inputMode="email"
        />
        <QuietAction label="Invite" onPress={submit} busy={isLoading} />
        {isSuccess ? (
          <Text kind="small" role="status">
            The invitation is on its way.
          </Text>
        ) : null}
        {data.invited.map(({ id, email, role: as, expiresAt }) => (
          <Row key={id} title={email} says={`Invited as ${as}, until ${expiresAt.slice(0, 10)}`}>
            <QuietAction
              label="Take it back"
              onPress={() => withdraw({ school, invitation: id })}
            />
          </Row>
        ))}
      </Form>
    </Section>
  );
}
