/** Who else gets what goes out: an address, and of which kinds. */
import { SENT_KINDS, type SentKind } from "@dawngate/contract/notices";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { FieldRow } from "../ui/field-row";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { toggled } from "../ui/toggled";
import { KIND_WORDS } from "./say-kind";

export interface Copy {
  email: string;
  kinds: SentKind[];
}

interface Props {
  copies: readonly Copy[];
  onCopies(copies: Copy[]): void;
}

/** As a mail address looks; the server reads it exactly. */
const looksLikeAddress = (text: string) => /^\S+@\S+\.\S+$/.test(text);

/** The copies once a kind of one address is taken or not; whoever gets none is not among them any more. */
export function withKind(copies: readonly Copy[], email: string, kind: SentKind): Copy[] {
  return copies
    .map((copy) =>
      copy.email !== email
        ? copy
        : {
            email,
            kinds: toggled(copy.kinds, kind),
          },
    )
    .filter(({ kinds }) => kinds.length > 0);
}

export function CopiesPart({ copies, onCopies }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const email = typed.trim().toLowerCase();
  const isKnown = copies.some((copy) => copy.email === email);
  return (
    <View style={{ gap: 12 }}>
      <View>
        <Text kind="heading" level={2}>
          Copies
        </Text>
        <Text kind="small" color={quiet}>
          Somebody who wants to know of every welcome, such as the manager of a bakery, gets the
          same mail with the name of whom it went to.
        </Text>
      </View>
      {copies.map((copy) => (
        <View key={copy.email} style={{ gap: 6 }}>
          <Text kind="strong">{copy.email}</Text>
          <Choices label={`Copies for ${copy.email}`} many>
            {SENT_KINDS.map((kind) => (
              <Choice
                key={kind}
                many
                label={KIND_WORDS[kind].name}
                taken={copy.kinds.includes(kind)}
                onPress={() => onCopies(withKind(copies, copy.email, kind))}
              />
            ))}
          </Choices>
        </View>
      ))}
      {copies.length < 10 ? (
        <FieldRow
          action={
            <QuietAction
              label="Send copies of welcomes"
              disabled={!looksLikeAddress(email) || isKnown}
              onPress={() => {
                onCopies([...copies, { email, kinds: ["welcome"] }]);
                setTyped("");
              }}
            />
          }
        >
          <View style={{ width: 280 }}>
            <TextField
              label="Mail address for copies"
              value={typed}
              maxLength={320}
              inputMode="email"
              onChangeText={setTyped}
            />
          </View>
        </FieldRow>
      ) : null}
    </View>
  );
}
