/** What to try before many people come: in as the first and as the last, a mail as they read it, a purchase. */
import type { Today } from "@dawngate/contract/today";
import { useState } from "react";
import { View } from "react-native";
import { useGetMeQuery } from "../school/api";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useCardStyle } from "./card-style";

const keyOf = (school: string) => `dawngate-tried-${school}`;

function wasTried(school: string): boolean {
  try {
    return localStorage.getItem(keyOf(school)) !== null;
  } catch {
    return false;
  }
}

interface Props {
  school: string;
  launch: NonNullable<Today["launch"]>;
}

export function BeforeLaunch({ school, launch }: Props) {
  const { quiet } = usePalette();
  const card = useCardStyle();
  const { data: me } = useGetMeQuery();
  const [tried, setTried] = useState(() => wasTried(school));
  if (tried) return null;
  const { course, title, window: opened, listing } = launch;
  const at = `/${school}/courses/${course}/rehearsal`;
  const ways = [
    ...(opened
      ? [
          [`${at}?day=${opened.opens}`, `Walk through ${title} as the first who comes in`],
          [`${at}?day=${opened.closes}`, "Walk through it as the last"],
        ]
      : [[at, `Walk through ${title} as somebody who comes in now`]]),
    [`/${school}/c/${course}`, "Read its page as a visitor does"],
    ...(me?.mailTray ? [["/mail", "Read a mail as people get it"]] : []),
    ...(listing ? [[`/${school}/o/${listing}`, "Buy once, with a card of the practice till"]] : []),
  ] as [string, string][];
  return (
    <View role="region" aria-label="Before many come" style={card}>
      <Text kind="heading" level={2}>
        Before many come
      </Text>
      <Text kind="small" color={quiet}>
        What people would find, tried by yourself. Nothing of it is recorded, but for the purchase.
      </Text>
      {ways.map(([href, says]) => (
        <TextLink key={says} href={href}>
          {says}
        </TextLink>
      ))}
      <QuietAction
        label="Tried"
        onPress={() => {
          setTried(true);
          try {
            localStorage.setItem(keyOf(school), "1");
          } catch {
            // A browser that keeps nothing offers it again.
          }
        }}
      />
    </View>
  );
}
