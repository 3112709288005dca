/** Signing in: with a password and, where it is set up, a second step; with a passkey; or by a link in the mail. */
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Field, MailField, needed } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import {
  useGetMeQuery,
  useSecondStepMutation,
  useSendLinkMutation,
  useSignInMutation,
} from "./api";
import { arrive, withPlace } from "./arrive";
import { DoorPage } from "./door-page";
import { passkeys } from "./passkeys";
import { usePasskeySignInMutation, usePasskeySignInOptionsMutation } from "./security-api";
import { LookInMail } from "./sign-up-screen";

export function SignInScreen() {
  const { to = "/" } = useLocalSearchParams() as { to?: string };
  const { control, handleSubmit, getValues, trigger } = useForm({
    defaultValues: { email: "", password: "" },
  });
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [sendLink, link] = useSendLinkMutation();
  const { data: me } = useGetMeQuery();
  const [step, setStep] = useState<"password" | "code" | "mail">("password");
  const submit = handleSubmit(async ({ email, password }) => {
    const answer = await signIn({ email: email.trim(), password });
    if (!("data" in answer)) return;
    if (answer.data?.twoFactorRedirect) setStep("code");
    else arrive(to);
  });
  const byLink = async () => {
    if (!(await trigger("email"))) return;
    const email = getValues("email").trim();
    if ("data" in (await sendLink({ email, ...(to !== "/" && { to }) }))) setStep("mail");
  };
  if (step === "code") return <SecondStep to={to} />;
  if (step === "mail")
    return <LookInMail title="Look in your mail" email={getValues("email")} to={to} />;
  return (
    <DoorPage title="Come in" to={to}>
      <Form onSubmit={submit}>
        {error || link.error ? <Notice {...explain(error ?? link.error)} /> : null}
        <MailField control={control} name="email" />
        <Field
          control={control}
          name="password"
          label="Password"
          check={needed("A password")}
          secureTextEntry
          autoComplete="current-password"
        />
        <PrimaryAction label="Sign in" onPress={submit} busy={isLoading} fill />
        <QuietAction label="Send me a link instead" onPress={byLink} busy={link.isLoading} fill />
        <WithPasskey to={to} />
        <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 20 }}>
          <View style={{ marginRight: "auto" }}>
            <TextLink href="/forgot">Forgotten password</TextLink>
          </View>
          <TextLink href={withPlace("/sign-up", to)}>New here? Sign up</TextLink>
        </View>
        {me?.mailTray ? <TextLink href="/mail">The mail tray</TextLink> : null}
      </Form>
    </DoorPage>
  );
}

function WithPasskey({ to }: { to: string }) {
  const [options] = usePasskeySignInOptionsMutation();
  const [signIn, { isLoading }] = usePasskeySignInMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  if (!passkeys.available()) return null;
  const press = async () => {
    setTrouble(null);
    try {
      const asked = await options().unwrap();
      await signIn({ response: await passkeys.use(asked) }).unwrap();
      arrive(to);
    } catch (error) {
      setTrouble(error instanceof Error ? "No passkey was used." : explain(error).detail);
    }
  };
  return (
    <>
      <QuietAction label="Use a passkey" onPress={press} busy={isLoading} fill />
      {trouble ? <Text role="alert">{trouble}</Text> : null}
    </>
  );
}

/** The code of the moment, or one of the recovery codes. */
function SecondStep({ to }: { to: string }) {
  const [recovery, setRecovery] = useState(false);
  const { control, handleSubmit, reset } = useForm({ defaultValues: { code: "" } });
  const [verify, { error, isLoading }] = useSecondStepMutation();
  const submit = handleSubmit(async ({ code }) => {
    if ("data" in (await verify({ code: code.trim(), recovery }))) arrive(to);
  });
  return (
    <DoorPage title="One step more" to={to}>
      <Form onSubmit={submit}>
        {error ? <Notice {...explain(error)} /> : null}
        <Text>
          {recovery
            ? "One of the recovery codes you kept when you set up the second step. Each counts once."
            : "The six digits that your authenticator application shows now."}
        </Text>
        <Field
          control={control}
          name="code"
          label={recovery ? "Recovery code" : "Code"}
          check={needed("A code")}
          autoComplete="one-time-code"
          inputMode={recovery ? "text" : "numeric"}
        />
        <PrimaryAction label="Sign in" onPress={submit} busy={isLoading} />
        <QuietAction
          label={recovery ? "Use a code from the application" : "Use a recovery code"}
          onPress={() => {
            setRecovery(!recovery);
            reset();
          }}
        />
      </Form>
    </DoorPage>
  );
}
