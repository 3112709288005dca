/** What an act would do to people's dates, before it is done. */
import type { Acted } from "@dawngate/contract/enrollment";
import { View } from "react-native";
import { RipplePerson } from "../review/ripple-person";
import { sayPerson } from "../review/say-person";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  several: boolean;
  effect: Acted | undefined;
  error: unknown;
  busy: boolean;
}

/** As many are named. */
const MOST = 8;
const people = (count: number) => (count === 1 ? "1 person" : `${count} people`);

export function EffectView({ several, effect, error, busy }: Props) {
  const { quiet, ember, lilac } = usePalette();
  if (error) return <Notice {...explain(error)} />;
  if (!effect) return busy ? <Text kind="small">Looking at what it would do…</Text> : null;
  const titleOf = (id: string) => effect.titles[id] ?? id;
  const [only] = effect.people;
  return (
    <View
      role="region"
      aria-label="What it would do"
      style={{ gap: 4, padding: 10, borderRadius: 8, backgroundColor: lilac }}
    >
      {several ? (
        <>
          <Text kind="smallStrong">
            {effect.people.length === 0
              ? "No date moves for anybody."
              : `Dates move for ${people(effect.people.length)}${effect.unmoved > 0 ? `, none for ${people(effect.unmoved)}` : ""}.`}
          </Text>
          {effect.people.slice(0, MOST).map((person) => (
            <RipplePerson key={person.enrollment} person={person} titleOf={titleOf} />
          ))}
          {effect.people.length > MOST ? (
            <Text kind="small" color={quiet}>
              and {effect.people.length - MOST} more
            </Text>
          ) : null}
        </>
      ) : only ? (
        sayPerson(only, titleOf).map((phrase, i) => (
          <Text key={phrase} kind={i === 0 ? "smallStrong" : "small"}>
            {phrase}
          </Text>
        ))
      ) : effect.refused.length === 0 ? (
        <Text kind="small">No date moves.</Text>
      ) : null}
      {effect.refused.slice(0, MOST).map(({ enrollment, name, reason }) => (
        <Text key={enrollment} kind="small" color={ember}>
          {several ? `${name}: ${reason}` : reason}
        </Text>
      ))}
      {effect.refused.length > MOST ? (
        <Text kind="small" color={ember}>
          and {effect.refused.length - MOST} more for whom it is not done
        </Text>
      ) : null}
    </View>
  );
}
