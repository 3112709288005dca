/** One person whom a change touches, with what it does to them. */
import type { PersonRipple } from "@dawngate/contract/review";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayPerson } from "./say-person";

export function RipplePerson({
  person,
  titleOf,
  more,
}: {
  person: PersonRipple;
  titleOf(id: string): string;
  more?: ((person: PersonRipple) => ReactNode) | undefined;
}) {
  const { coral, line } = usePalette();
  const [open, setOpen] = useState(false);
  return (
    <View
      style={{
        borderLeftWidth: 3,
        borderLeftColor: person.loses.length > 0 ? coral : line,
        paddingLeft: 10,
        gap: 2,
      }}
    >
      <Text kind="smallStrong">{person.name}</Text>
      {sayPerson(person, titleOf).map((phrase) => (
        <Text key={phrase} kind="small">
          {phrase}
        </Text>
      ))}
      {more ? (
        <Choice
          label={open ? "Put the dates away" : "Dates before and after"}
          onPress={() => setOpen(!open)}
        />
      ) : null}
      {open ? more?.(person) : null}
    </View>
  );
}
