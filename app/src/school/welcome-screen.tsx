/** Taking an invitation: a name and a password, or the account one has. */
import { useLocalSearchParams } from "expo-router";
import { useForm } from "react-hook-form";
import { InvitedTo } from "../enrollment/invited-to";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Field, longEnough, OwnNameField } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useAcceptInvitationMutation, useGetInvitationQuery, useGetMeQuery } from "./api";
import { arrive } from "./arrive";
import { DoorPage } from "./door-page";

export function WelcomeScreen() {
  const { token = "" } = useLocalSearchParams() as { token?: string };
  const { data: invitation, error, refetch } = useGetInvitationQuery({ token });
  const { data: me } = useGetMeQuery();
  const { control, handleSubmit } = useForm({ defaultValues: { name: "", password: "" } });
  const [accept, { error: refused, isLoading }] = useAcceptInvitationMutation();
  const take = async (more: { name?: string; password?: string }) => {
    const answer = await accept({ body: { token, ...more } });
    if ("data" in answer && answer.data)
      arrive(`/${answer.data.school}/${answer.data.role === "enrollee" ? "shelf" : "courses"}`);
  };
  const known = me?.account && invitation && me.account.email === invitation.email.toLowerCase();
  return (
    <DoorPage title="Welcome" {...(invitation && { school: invitation.schoolName })}>
      <Form onSubmit={handleSubmit(take)}>
        {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
        {refused ? <Notice {...explain(refused)} /> : null}
        {!invitation && !error ? <Skeleton widths={[0.8, 0.6]} /> : null}
        {invitation ? <InvitedTo token={token} /> : null}
        {invitation && known ? (
          <PrimaryAction
            label={`Go in as ${me.account?.name}`}
            onPress={() => take({})}
            busy={isLoading}
          />
        ) : invitation ? (
          <>
            <Text>
              {invitation.role === "enrollee" ? "" : `You are invited as ${invitation.role}. `}Your
              address is {invitation.email}.
            </Text>
            <OwnNameField control={control} name="name" />
            <Field
              control={control}
              name="password"
              label="Password"
              check={longEnough}
              hint="At least 10 characters"
              secureTextEntry
              autoComplete="new-password"
            />
            <PrimaryAction label="Go in" onPress={handleSubmit(take)} busy={isLoading} />
            <TextLink href={`/sign-in?to=${encodeURIComponent(`/welcome?token=${token}`)}`}>
              I have an account with this address
            </TextLink>
          </>
        ) : null}
      </Form>
    </DoorPage>
  );
}
