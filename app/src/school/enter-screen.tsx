/** Coming in by a link in the mail: on a press, so that a program that follows links in mails uses none of them up. */
import type { Entered } from "@dawngate/contract/account";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Field, longEnough } from "../ui/field";
import { Form } from "../ui/form";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useEnterMutation } from "./api";
import { arrive } from "./arrive";
import { DoorPage } from "./door-page";
import { useChooseFirstPasswordMutation } from "./security-api";

export function EnterScreen() {
  const { token = "", to = "/" } = useLocalSearchParams() as { token?: string; to?: string };
  const [enter, { error, isLoading }] = useEnterMutation();
  const [entered, setEntered] = useState<Entered | null>(null);
  const press = async () => {
    const answer = await enter(token);
    if (!("data" in answer) || !answer.data) return;
    if (answer.data.hasPassword && answer.data.askedBefore === 0) arrive(to);
    else setEntered(answer.data);
  };
  return (
    <DoorPage title={entered ? "You are in" : "Come in"} to={to}>
      {entered ? (
        <AfterEntering entered={entered} to={to} />
      ) : (
        <>
          {error ? <Notice {...explain(error)} /> : null}
          <Text>This link from your mail shows that the address is yours, and signs you in.</Text>
          <PrimaryAction label="Come in" onPress={press} busy={isLoading} />
          <TextLink href="/sign-in">Sign in another way</TextLink>
        </>
      )}
    </DoorPage>
  );
}

function AfterEntering({ entered, to }: { entered: Entered; to: string }) {
  const { control, handleSubmit } = useForm({ defaultValues: { password: "" } });
  const [choose, { error, isLoading }] = useChooseFirstPasswordMutation();
  const submit = handleSubmit(async ({ password }) => {
    if ("data" in (await choose({ body: { password } }))) arrive(to);
  });
  return (
    <>
      {entered.askedBefore > 0 ? (
        <Notice
          title="Somebody had tried before"
          detail={`An account with this address was asked for ${entered.askedBefore === 1 ? "once" : `${entered.askedBefore} times`} before this link was sent. If that was not you, nothing has to be done: without your mail nobody came in, and this account is yours alone.`}
        />
      ) : null}
      {entered.hasPassword ? (
        <PrimaryAction label="Go on" onPress={() => arrive(to)} />
      ) : (
        <Form onSubmit={submit}>
          <Text>Choose a password for the next time, or go on coming by a link each time.</Text>
          {error ? <Notice {...explain(error)} /> : null}
          <Field
            control={control}
            name="password"
            label="Password"
            check={longEnough}
            hint="At least 10 characters; a few words that nobody would put together"
            secureTextEntry
            autoComplete="new-password"
          />
          <PrimaryAction label="Keep it and go on" onPress={submit} busy={isLoading} />
          <QuietAction label="Go on without a password" onPress={() => arrive(to)} />
        </Form>
      )}
    </>
  );
}
