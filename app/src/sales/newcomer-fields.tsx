/** Who comes in, where nobody is signed in: a name and an address, or the way to sign in and come back. */
import { withPlace } from "../school/arrive";
import { FaultText } from "../ui/fault-text";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";

export interface Newcomer {
  name: string;
  email: string;
}

interface Props {
  value: Newcomer;
  onChange(value: Newcomer): void;
  faults: { name?: string | undefined; email?: string | undefined };
  /** Where whoever signs in comes back to. */
  here: string;
}

export function NewcomerFields({ value, onChange, faults, here }: Props) {
  const { quiet } = usePalette();
  return (
    <>
      <TextField
        label="Your name"
        value={value.name}
        onChangeText={(name) => onChange({ ...value, name })}
        autoComplete="name"
      />
      <FaultText>{faults.name}</FaultText>
      <TextField
        label="Mail address"
        value={value.email}
        onChangeText={(email) => onChange({ ...value, email })}
        autoComplete="email"
        inputMode="email"
      />
      <FaultText>{faults.email}</FaultText>
      <Text kind="small" color={quiet}>
        Your way in comes to this address.
      </Text>
      <TextLink href={withPlace("/sign-in", here)}>I have an account</TextLink>
    </>
  );
}
