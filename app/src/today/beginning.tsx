/** What comes before the first person: step by step, what is done of it, and the way to the rest. */
import type { Today } from "@dawngate/contract/today";
import { View } from "react-native";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { useCardStyle } from "./card-style";

type First = NonNullable<Today["first"]>;

const STEPS: readonly [keyof First, string, string][] = [
  ["contact", "Say how people reach the school", "settings"],
  ["calendar", "Say on which days the school is closed", "settings"],
  ["course", "Make a course", "courses"],
  ["published", "Publish it, and rehearse it as the first and the last who come in", "courses"],
  ["people", "Enroll somebody, or hand out the address of its page", "courses"],
];

export function Beginning({ school, first }: { school: string; first: First }) {
  const card = useCardStyle();
  const left = STEPS.filter(([key]) => !first[key]).length;
  return (
    <View style={card}>
      <Text kind="heading" level={2}>
        {left === 1 ? "One step before the first person" : `${left} steps before the first person`}
      </Text>
      <View role="list">
        {STEPS.map(([key, says, to]) => (
          <View
            key={key}
            role="listitem"
            style={{ flexDirection: "row", alignItems: "center", gap: 12, minHeight: 44 }}
          >
            <SunMark mark={first[key] ? "done" : "waiting"} size={24} />
            {first[key] ? (
              <Text style={{ flex: 1 }}>{says}: done</Text>
            ) : (
              <TextLink href={`/${school}/${to}`}>{says}</TextLink>
            )}
          </View>
        ))}
      </View>
    </View>
  );
}
