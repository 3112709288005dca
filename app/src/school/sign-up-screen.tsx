/** Signing up: a name and an address. The link in the mail makes the account: an address nobody has proven has none. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { anAddress, Field, needed } from "../ui/field";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useGetMeQuery, useSignUpMutation } from "./api";

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
  if (sent !== null) return <LookInMail title="One step left" email={sent} />;
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page title="Sign up" above={{ text: "Dawn Gate" }} narrow>
        {error && <Notice {...explain(error)} />}
        <Text>
          A link goes to your address. Pressing it shows that the address is yours, and lets you in;
          a password you can choose then.
        </Text>
        <Field
          control={control}
          name="name"
          label="Your name"
          check={needed("A name")}
          autoComplete="name"
        />
        <Field
          control={control}
          name="email"
          label="Mail address"
          check={anAddress}
          autoComplete="email"
          inputMode="email"
        />
        <PrimaryAction label="Send me the link" onPress={submit} busy={isLoading} />
        <TextLink href="/sign-in">I have an account</TextLink>
      </Page>
    </View>
  );
}

/** What to do next stands in a mail. */
export function LookInMail({ title, email }: { title: string; email: string }) {
  const { data: me } = useGetMeQuery();
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page title={title} above={{ text: "Dawn Gate" }} narrow>
        <Text>
          A mail is on its way to {email}, if it can be. Its link takes you on. Nothing there after
          a minute? Look among unwanted mail, or try again.
        </Text>
        {me?.mailTray ? <TextLink href="/mail">Open the mail tray</TextLink> : null}
        <TextLink href="/sign-in">Back to signing in</TextLink>
      </Page>
    </View>
  );
}
