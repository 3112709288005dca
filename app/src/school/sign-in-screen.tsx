/** Signing in. */
import { useLocalSearchParams } from "expo-router";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { anAddress, Field, needed } from "../ui/field";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { TextLink } from "../ui/text-link";
import { useGetMeQuery, useSignInMutation } from "./api";
import { arrive } from "./arrive";

export function SignInScreen() {
  const { to } = useLocalSearchParams() as { to?: string };
  const { control, handleSubmit } = useForm({ defaultValues: { email: "", password: "" } });
  const [signIn, { error, isLoading }] = useSignInMutation();
  const { data: me } = useGetMeQuery();
  const submit = handleSubmit(async (values) => {
    if ("data" in (await signIn({ ...values, email: values.email.trim() }))) arrive(to ?? "/");
  });
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page title="Sign in" above={{ text: "Dawn Gate" }} narrow>
        {error && <Notice {...explain(error)} />}
        <Field
          control={control}
          name="email"
          label="Mail address"
          check={anAddress}
          autoComplete="email"
          inputMode="email"
        />
        <Field
          control={control}
          name="password"
          label="Password"
          check={needed("A password")}
          secureTextEntry
          autoComplete="current-password"
        />
        <PrimaryAction label="Sign in" onPress={submit} busy={isLoading} />
        <View>
          <TextLink href="/sign-up">Sign up</TextLink>
          <TextLink href="/forgot">I do not remember my password</TextLink>
          {me?.mailTray ? <TextLink href="/mail">The mail tray</TextLink> : null}
        </View>
      </Page>
    </View>
  );
}
