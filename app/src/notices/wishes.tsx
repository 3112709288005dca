/** What one is told and what not, as switches: a kind for all, and on a press for each course by itself. */
import type { Wishes as Kept, SentKind, WishesChange } from "@dawngate/contract/notices";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { KIND_WORDS } from "./say-kind";

const wanted = ({ off, courses }: Kept): WishesChange => ({
  off,
  courses: courses.map(({ enrollment, off }) => ({ enrollment, off })),
});

const without = (off: readonly SentKind[], kind: SentKind, on: boolean): SentKind[] =>
  on ? off.filter((one) => one !== kind) : [...off.filter((one) => one !== kind), kind];

/** The wishes once a kind is turned on or off, of one enrollment or (null) of all. */
export function turned(
  kept: Kept,
  kind: SentKind,
  on: boolean,
  enrollment: string | null,
): WishesChange {
  const all = wanted(kept);
  if (enrollment === null) return { ...all, off: without(kept.off, kind, on) };
  return {
    ...all,
    courses: kept.courses.map((one) => ({
      enrollment: one.enrollment,
      off: one.enrollment === enrollment ? without(one.off, kind, on) : one.off,
    })),
  };
}

export function Wishes({ kept, onChange }: { kept: Kept; onChange(change: WishesChange): void }) {
  const { quiet } = usePalette();
  const [byCourse, setByCourse] = useState(kept.courses.some(({ off }) => off.length > 0));
  const free = kept.kinds.filter(({ always }) => !always);
  const always = kept.kinds.filter((one) => one.always);
  return (
    <View style={{ gap: 10 }}>
      {free.map(({ kind }) => (
        <Switched
          key={kind}
          label={KIND_WORDS[kind].name}
          says={KIND_WORDS[kind].forPerson}
          on={!kept.off.includes(kind)}
          onChange={(on) => onChange(turned(kept, kind, on, null))}
        />
      ))}
      {always.map(({ kind }) => (
        <View key={kind} style={{ paddingVertical: 6 }}>
          <Text>{KIND_WORDS[kind].name}</Text>
          <Text kind="small" color={quiet}>
            {`${KIND_WORDS[kind].forPerson}. What is about your access, your money or your safety always comes.`}
          </Text>
        </View>
      ))}
      {kept.courses.length === 0 ? null : byCourse ? (
        kept.courses.map(({ enrollment, title, off }) => (
          <View key={enrollment} role="group" aria-label={title} style={{ gap: 4 }}>
            <Text kind="strong">{title}</Text>
            {free
              .filter(({ kind }) => !kept.off.includes(kind))
              .map(({ kind }) => (
                <Switched
                  key={kind}
                  label={KIND_WORDS[kind].name}
                  on={!off.includes(kind)}
                  onChange={(on) => onChange(turned(kept, kind, on, enrollment))}
                />
              ))}
          </View>
        ))
      ) : (
        <QuietAction label="Choose for each course" onPress={() => setByCourse(true)} />
      )}
    </View>
  );
}
