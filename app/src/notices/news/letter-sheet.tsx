/** Something one was told, read here instead of in a mail: what it says, and the way it leads. */
import type { LetterShown } from "@dawngate/contract/notices";
import { useRouter } from "expo-router";
import { View } from "react-native";
import { PrimaryAction } from "../../ui/action";
import { saidAt } from "../../ui/said-at";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { ownZone } from "../../ui/zone";
import { LetterText } from "../letter-text";

interface Props {
  letter: LetterShown;
  at: string;
  onClose(): void;
}

export function LetterSheet({ letter, at, onClose }: Props) {
  const { quiet } = usePalette();
  const router = useRouter();
  const { button } = letter;
  return (
    <Sheet title={letter.subject} onClose={onClose}>
      <View style={{ gap: 12 }}>
        <LetterText letter={letter} />
        {button ? (
          <PrimaryAction
            label={button.label}
            onPress={() => {
              onClose();
              router.push(pathOf(button.url) as never);
            }}
          />
        ) : null}
        <Text kind="small" color={quiet}>
          {`Written to you ${saidAt(at, ownZone())}.`}
        </Text>
      </View>
    </Sheet>
  );
}

/** Where an address of ours leads, without the place it was written from. */
export function pathOf(address: string): string {
  const { pathname, search } = new URL(address);
  return `${pathname}${search}`;
}
