/** A lost password: asking for a link, and choosing a new one. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { anAddress, Field, longEnough } from "../ui/field";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useForgotMutation, useNewPasswordMutation } from "./api";
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
    <View role="main" style={{ flex: 1 }}>
      <Page title="A new password" above={{ text: "Dawn Gate" }} narrow>
        {error && <Notice {...explain(error)} />}
        <Text>A link to choose one is sent to your address.</Text>
        <Field
          control={control}
          name="email"
          label="Mail address"
          check={anAddress}
          autoComplete="email"
          inputMode="email"
        />
        <PrimaryAction label="Send the link" onPress={submit} busy={isLoading} />
      </Page>
    </View>
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
    <View role="main" style={{ flex: 1 }}>
      <Page title="Choose a new password" above={{ text: "Dawn Gate" }} narrow>
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
      </Page>
    </View>
  );
}
