/** Setting up the second step: a secret for an authenticator application, recovery codes, and a first code. */
import type { Security } from "@dawngate/contract/account";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Field, needed } from "../ui/field";
import { Notice } from "../ui/notice";
import { QrPicture } from "../ui/qr-picture";
import { Section } from "../ui/section";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import {
  useConfirmCodesMutation,
  useDisableCodesMutation,
  useEnableCodesMutation,
  useNewRecoveryCodesMutation,
} from "./security-api";

export function SecondStepSetting({ security }: { security: Security }) {
  const { control, handleSubmit, reset } = useForm({ defaultValues: { password: "" } });
  const [enable, enabling] = useEnableCodesMutation();
  const [disable, disabling] = useDisableCodesMutation();
  const [anew, making] = useNewRecoveryCodesMutation();
  const [shown, setShown] = useState<{ totpURI: string | null; codes: string[] } | null>(null);
  const error = enabling.error ?? disabling.error ?? making.error;
  /** What changes the second step asks for the password, where there is one. */
  const withPassword = (work: (given: { password?: string }) => Promise<unknown>) =>
    handleSubmit(async ({ password }) => {
      await work(security.hasPassword ? { password } : {});
      reset();
    });
  const begin = withPassword(async (given) => {
    const answer = await enable(given);
    if ("data" in answer && answer.data)
      setShown({ totpURI: answer.data.totpURI, codes: answer.data.backupCodes });
  });
  const recover = withPassword(async (given) => {
    const answer = await anew(given);
    if ("data" in answer && answer.data)
      setShown({ totpURI: null, codes: answer.data.backupCodes });
  });
  return (
    <Section
      title="Second step"
      says="A code from an authenticator application, asked for beside the password: who learns of your password still does not come in."
    >
      {error ? <Notice {...explain(error)} /> : null}
      {shown ? (
        <Codes {...shown} onDone={() => setShown(null)} />
      ) : (
        <>
          <Text>{security.twoFactor ? "It is set up." : "It is not set up."}</Text>
          {security.hasPassword ? (
            <Field
              control={control}
              name="password"
              label="Your password, to change this"
              check={needed("Your password")}
              secureTextEntry
              autoComplete="current-password"
            />
          ) : null}
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
            {security.twoFactor ? (
              <>
                <QuietAction label="New recovery codes" onPress={recover} busy={making.isLoading} />
                <QuietAction
                  label="Take the second step away"
                  onPress={withPassword((given) => disable(given))}
                  busy={disabling.isLoading}
                />
              </>
            ) : (
              <QuietAction label="Set it up" onPress={begin} busy={enabling.isLoading} />
            )}
          </View>
        </>
      )}
    </Section>
  );
}

function Codes({
  totpURI,
  codes,
  onDone,
}: {
  totpURI: string | null;
  codes: string[];
  onDone(): void;
}) {
  const { surface, line } = usePalette();
  const { control, handleSubmit } = useForm({ defaultValues: { code: "" } });
  const [confirm, { error, isLoading }] = useConfirmCodesMutation();
  const submit = handleSubmit(async ({ code }) => {
    if ("data" in (await confirm({ code: code.trim() }))) onDone();
  });
  const secret = totpURI === null ? null : new URL(totpURI).searchParams.get("secret");
  return (
    <View style={{ gap: 14 }}>
      {totpURI !== null ? (
        <>
          <Text>
            1. Let your authenticator application read this, or type the letters below it.
          </Text>
          <QrPicture text={totpURI} label="The secret, for an authenticator application" />
          <Text kind="strong" selectable style={{ letterSpacing: 1 }}>
            {secret?.match(/.{1,4}/g)?.join(" ")}
          </Text>
        </>
      ) : null}
      <Text>
        {totpURI !== null ? "2. " : ""}Keep these recovery codes where you find them without this
        device. Each lets you in once. They are shown this one time.
      </Text>
      <View
        style={{
          flexDirection: "row",
          flexWrap: "wrap",
          columnGap: 24,
          rowGap: 6,
          padding: 14,
          backgroundColor: surface,
          borderWidth: 1,
          borderColor: line,
        }}
      >
        {codes.map((code) => (
          <Text key={code} kind="strong" selectable>
            {code}
          </Text>
        ))}
      </View>
      {totpURI === null ? (
        <QuietAction label="I have kept them" onPress={onDone} />
      ) : (
        <>
          <Text>3. Type the code that the application shows now.</Text>
          {error ? <Notice {...explain(error)} /> : null}
          <Field
            control={control}
            name="code"
            label="Code"
            check={needed("A code")}
            autoComplete="one-time-code"
            inputMode="numeric"
          />
          <PrimaryAction label="Turn the second step on" onPress={submit} busy={isLoading} />
        </>
      )}
    </View>
  );
}
