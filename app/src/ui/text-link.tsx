/** A link among words, tall enough for a thumb. */
import { Link } from "expo-router";
import { Text } from "./text";
import { usePalette } from "./theme";

export function TextLink({ href, children }: { href: string; children: string }) {
  const { dusk } = usePalette();
  return (
    <Link href={href} style={{ paddingVertical: 11, alignSelf: "flex-start" }}>
      <Text color={dusk} style={{ textDecorationLine: "underline" }}>
        {children}
      </Text>
    </Link>
  );
}
