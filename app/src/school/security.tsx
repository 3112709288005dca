/** How one signs in, and where one is signed in: password, second step, passkeys, sessions, another account. */
import type { Security } from "@dawngate/contract/account";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { anAddress, Field, longEnough, needed } from "../ui/field";
import { Notice } from "../ui/notice";
import { Row, Section } from "../ui/section";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { ownZone } from "../ui/zone";
import { passkeys } from "./passkeys";
import { SecondStepSetting } from "./second-step-setting";
import {
  useAskToJoinMutation,
  useChangePasswordMutation,
  useChooseFirstPasswordMutation,
  useDropPasskeyMutation,
  useEndSessionMutation,
  useGetSecurityQuery,
  useKeepPasskeyMutation,
  usePasskeyOptionsMutation,
} from "./security-api";

export function SecuritySections() {
  const { data, error, refetch } = useGetSecurityQuery();
  if (!data)
    return error ? (
      <Notice {...explain(error)} onRetry={refetch} />
    ) : (
      <Skeleton widths={[0.5, 0.7]} />
    );
  return (
    <>
      {data.asksForSecondStep.length > 0 && !data.strong ? (
        <Notice
          title={`${data.asksForSecondStep.join(" and ")} asks its staff for a second step`}
          detail="Set one up here, then sign in with it: until then the school's studio stays shut."
        />
      ) : null}
      <PasswordSetting security={data} />
      <SecondStepSetting security={data} />
      <PasskeySetting security={data} />
      <Sessions security={data} />
      <Joining />
    </>
  );
}

function PasswordSetting({ security }: { security: Security }) {
  const { control, handleSubmit, reset } = useForm({ defaultValues: { now: "", next: "" } });
  const [change, changing] = useChangePasswordMutation();
  const [choose, choosing] = useChooseFirstPasswordMutation();
  const { hasPassword } = security;
  const state = hasPassword ? changing : choosing;
  const submit = handleSubmit(async ({ now, next }) => {
    const answer = hasPassword
      ? await change({ currentPassword: now, newPassword: next })
      : await choose({ body: { password: next } });
    if ("data" in answer) reset();
  });
  return (
    <Section
      title="Password"
      says={
        hasPassword
          ? "Changing it signs every other device out."
          : "You come by a link in your mail. With a password you need no mail."
      }
    >
      {state.error ? <Notice {...explain(state.error)} /> : null}
      {hasPassword ? (
        <Field
          control={control}
          name="now"
          label="Password you have"
          check={needed("The password you have")}
          secureTextEntry
          autoComplete="current-password"
        />
      ) : null}
      <Field
        control={control}
        name="next"
        label="New password"
        check={longEnough}
        hint="At least 10 characters; a few words that nobody would put together"
        secureTextEntry
        autoComplete="new-password"
      />
      <QuietAction
        label={hasPassword ? "Change it" : "Keep it"}
        onPress={submit}
        busy={state.isLoading}
      />
      {changing.isSuccess || choosing.isSuccess ? <Text role="status">It is kept.</Text> : null}
    </Section>
  );
}

function PasskeySetting({ security }: { security: Security }) {
  const [options, asking] = usePasskeyOptionsMutation();
  const [keep, keeping] = useKeepPasskeyMutation();
  const [drop] = useDropPasskeyMutation();
  const [trouble, setTrouble] = useState<string | null>(null);
  const add = async () => {
    setTrouble(null);
    try {
      const response = await passkeys.make(await options().unwrap());
      await keep({ response, name: `Made on ${new Date().toISOString().slice(0, 10)}` }).unwrap();
    } catch (error) {
      setTrouble(error instanceof Error ? "No passkey was made." : explain(error).detail);
    }
  };
  return (
    <Section
      title="Passkeys"
      says="Sign in with this device's own lock: a finger, a face, a PIN. It counts as password and second step in one."
    >
      {security.passkeys.map(({ id, name }) => (
        <Row key={id} title={name ?? "A passkey"}>
          <QuietAction label="Take it away" onPress={() => drop({ id })} />
        </Row>
      ))}
      {passkeys.available() ? (
        <QuietAction
          label="Make a passkey on this device"
          onPress={add}
          busy={asking.isLoading || keeping.isLoading}
        />
      ) : (
        <Text kind="small">
          At this address, or in this browser, there can be none: passkeys belong to a name such as
          localhost, not to a number.
        </Text>
      )}
      {trouble ? <Text role="alert">{trouble}</Text> : null}
    </Section>
  );
}

function Sessions({ security }: { security: Security }) {
  const [end, { error }] = useEndSessionMutation();
  const zone = zoneOf(ownZone());
  const others = security.sessions.filter(({ current }) => !current);
  return (
    <Section title="Where you are signed in">
      {error ? <Notice {...explain(error)} /> : null}
      <View role="list">
        {security.sessions.map((session) => (
          <View key={session.id} role="listitem">
            <Row
              title={`${sayAgent(session.agent)}${session.current ? " (this one)" : ""}`}
              says={`Since ${sayWrittenInstant(session.since, zone)}; last seen ${sayWrittenInstant(session.seen, zone)}${session.address ? `, ${session.address}` : ""}`}
            >
              {session.current ? null : (
                <QuietAction label="Sign out there" onPress={() => end({ session: session.id })} />
              )}
            </Row>
          </View>
        ))}
      </View>
      {others.length > 1 ? (
        <QuietAction
          label={`Sign out of all ${others.length} others`}
          onPress={() => end({ session: "others" })}
        />
      ) : null}
    </Section>
  );
}

/** A browser, as one knows it: what it calls itself is longer than anybody reads. */
function sayAgent(agent: string): string {
  const browser = /(Firefox|Edg|OPR|Chrome|Safari)/.exec(agent)?.[1] ?? "A browser";
  const named = { Edg: "Edge", OPR: "Opera" }[browser] ?? browser;
  const system = /(Android|iPhone|iPad|Windows|Mac OS X|Linux)/.exec(agent)?.[1];
  return system ? `${named} on ${system.replace("Mac OS X", "a Mac")}` : named;
}

function Joining() {
  const { control, handleSubmit, reset } = useForm({ defaultValues: { email: "" } });
  const [ask, { error, isLoading, isSuccess }] = useAskToJoinMutation();
  const submit = handleSubmit(async ({ email }) => {
    if ("data" in (await ask({ body: { email: email.trim() } }))) reset();
  });
  return (
    <Section
      title="Another account of yours"
      says="If you have a second account, with another address, both can be made one. A link goes to that address; pressing it, signed in as this account, brings everything over."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <Field
        control={control}
        name="email"
        label="The other account's address"
        check={anAddress}
        inputMode="email"
      />
      <QuietAction label="Send the link" onPress={submit} busy={isLoading} />
      {isSuccess ? <Text role="status">It is on its way, if there is such an account.</Text> : null}
    </Section>
  );
}
