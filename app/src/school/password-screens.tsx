/** A lost password: asking for a link, and choosing a new one. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Field, longEnough, MailField } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useForgotMutation, useNewPasswordMutation } from "./api";
import { DoorPage } from "./door-page";
import { LookInMail } from "./sign-up-screen";

export function ForgotScreen() {
  const { control, handleSubmit } = useForm({ defaultValues: { email: "" } });
  const [forgot, { error, isLoading }] = useForgotMutation();
  const [sent, setSent] = useState<string | null>(null);
  const submit = handleSubmit(async ({ email }) => {
    if ("data" in (await forgot({ email: email.trim() }))) setSent(email.trim());
  });
  if (sent !== null) return <LookInMail title="Look in your mail" email={sent} />;
  return (
    <DoorPage title="A new password">
      <Form onSubmit={submit}>
        {error && <Notice {...explain(error)} />}
        <Text>A link to choose one is sent to your address.</Text>
        <MailField control={control} name="email" />
        <PrimaryAction label="Send the link" onPress={submit} busy={isLoading} />
      </Form>
    </DoorPage>
  );
}

export function NewPasswordScreen() {
  const { token } = useLocalSearchParams() as { token?: string };
  const { control, handleSubmit } = useForm({ defaultValues: { password: "" } });
  const [change, { error, isLoading, isSuccess }] = useNewPasswordMutation();
  const submit = handleSubmit(({ password }) =>
    change({ token: token ?? "", newPassword: password }),
  );
  return (
    <DoorPage title="Choose a new password">
      <Form onSubmit={submit}>
        {isSuccess ? (
          <>
            <Text>It is changed, and every other device is signed out.</Text>
            <TextLink href="/sign-in">Sign in</TextLink>
          </>
        ) : (
          <>
            {error && <Notice {...explain(error)} />}
            <Field
              control={control}
              name="password"
              label="New password"
              check={longEnough}
              hint="At least 10 characters"
              secureTextEntry
              autoComplete="new-password"
            />
            <PrimaryAction label="Change it" onPress={submit} busy={isLoading} />
          </>
        )}
      </Form>
    </DoorPage>
  );
}
