/** Signing up: a name and an address. The link in the mail makes the account: an address nobody has proven has none. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { MailField, OwnNameField } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useGetMeQuery, useSignUpMutation } from "./api";
import { withPlace } from "./arrive";
import { DoorPage } from "./door-page";

export function SignUpScreen() {
  const { to } = useLocalSearchParams() as { to?: string };
  const { control, handleSubmit } = useForm({ defaultValues: { name: "", email: "" } });
  const [signUp, { error, isLoading }] = useSignUpMutation();
  const [sent, setSent] = useState<string | null>(null);
  const submit = handleSubmit(async (values) => {
    const email = values.email.trim();
    const asked = { name: values.name.trim(), email, ...(to !== undefined && { to }) };
    if ("data" in (await signUp(asked))) setSent(email);
  });
  if (sent !== null)
    return <LookInMail title="One step left" email={sent} {...(to !== undefined && { to })} />;
  return (
    <DoorPage title="Sign up" {...(to !== undefined && { to })}>
      <Form onSubmit={submit}>
        {error && <Notice {...explain(error)} />}
        <Text>
          A link goes to your address. Pressing it shows that the address is yours, and lets you in;
          a password you can choose then.
        </Text>
        <OwnNameField control={control} name="name" />
        <MailField control={control} name="email" />
        <PrimaryAction label="Send me the link" onPress={submit} busy={isLoading} fill />
        <TextLink href={withPlace("/sign-in", to ?? "/")}>I have an account</TextLink>
      </Form>
    </DoorPage>
  );
}

/** What to do next stands in a mail. */
export function LookInMail({
  title,
  email,
  to = "/",
}: {
  title: string;
  email: string;
  /** Where one goes once one is in. */
  to?: string;
}) {
  const { data: me } = useGetMeQuery();
  return (
    <DoorPage title={title} to={to}>
      <Text>
        A mail is on its way to {email}, if it can be. Its link takes you on. Nothing there after a
        minute? Look among unwanted mail, or try again.
      </Text>
      {me?.mailTray ? <TextLink href="/mail">Open the mail tray</TextLink> : null}
      <TextLink href={withPlace("/sign-in", to)}>Back to signing in</TextLink>
    </DoorPage>
  );
}
