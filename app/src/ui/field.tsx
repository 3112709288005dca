/** A field with its label, its hint, and what is wrong with it beside it. */

import { useContext, useState } from "react";
import { type Control, type FieldValues, type Path, useController } from "react-hook-form";
import { View } from "react-native";
import type { TextInputProps } from "react-native-paper";
import { Submits } from "./form";
import { Press } from "./press";
import { Text } from "./text";
import { TextField } from "./text-field";
import { usePalette } from "./theme";

interface Props<T extends FieldValues>
  extends Pick<
    TextInputProps,
    "secureTextEntry" | "multiline" | "autoComplete" | "inputMode" | "placeholder"
  > {
  control: Control<T>;
  name: Path<T>;
  label: string;
  hint?: string;
  /** What has to be true of it; the answer is what is wrong. */
  check?: (value: string) => string | true;
}

/** What is typed ends before the word beside it. */
const BESIDE = { paddingRight: 64 };

export function Field<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  check,
  ...input
}: Props<T>) {
  const { ember, quiet, dusk } = usePalette();
  const { field, fieldState } = useController({
    control,
    name,
    ...(check && { rules: { validate: check } }),
  });
  const submit = useContext(Submits);
  const { secureTextEntry: isSecret = false, ...rest } = input;
  const [shown, setShown] = useState(false);
  const wrong = fieldState.error?.message;
  return (
    <View style={{ gap: 4 }}>
      <View>
        <TextField
          label={label}
          value={field.value ?? ""}
          onChangeText={field.onChange}
          onBlur={field.onBlur}
          error={wrong !== undefined}
          {...(submit && !input.multiline && { onSubmitEditing: () => void submit() })}
          {...rest}
          secureTextEntry={isSecret && !shown}
          {...(isSecret && { contentStyle: BESIDE })}
        />
        {isSecret ? (
          <View style={{ position: "absolute", right: 4, top: 6, bottom: 0 }}>
            <Press
              aria-label={shown ? "Hide what is typed" : "Show what is typed"}
              onPress={() => setShown(!shown)}
            >
              <Text kind="smallStrong" color={dusk} style={{ padding: 10 }}>
                {shown ? "Hide" : "Show"}
              </Text>
            </Press>
          </View>
        ) : null}
      </View>
      {wrong ? (
        <Text kind="small" color={ember} role="alert">
          {wrong}
        </Text>
      ) : hint ? (
        <Text kind="small" color={quiet}>
          {hint}
        </Text>
      ) : null}
    </View>
  );
}

/** What somebody who comes in is called. */
export function OwnNameField<T extends FieldValues>(props: Pick<Props<T>, "control" | "name">) {
  return <Field {...props} label="Your name" check={needed("A name")} autoComplete="name" />;
}

/** Where mail reaches somebody. */
export function MailField<T extends FieldValues>(props: Pick<Props<T>, "control" | "name">) {
  return (
    <Field
      {...props}
      label="Mail address"
      check={anAddress}
      autoComplete="email"
      inputMode="email"
    />
  );
}

export const needed = (what: string) => (value: string) =>
  value.trim() !== "" || `${what} is needed`;
export const anAddress = (value: string) =>
  /^\S+@\S+\.\S+$/.test(value.trim()) || "This is not a mail address";
export const longEnough = (value: string) => value.length >= 10 || "At least 10 characters";
