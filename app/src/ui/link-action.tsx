/** The primary action of a screen where it leads to another: a link, so that it opens in a new tab too. */
import { Link } from "expo-router";
import { Text } from "./text";
import { usePalette } from "./theme";

export function LinkAction({ href, children }: { href: string; children: string }) {
  const { emberFill, onEmber } = usePalette();
  return (
    <Link
      href={href}
      style={{
        backgroundColor: emberFill,
        borderRadius: 10,
        paddingVertical: 12,
        paddingHorizontal: 24,
        textAlign: "center",
      }}
    >
      <Text kind="strong" color={onEmber}>
        {children}
      </Text>
    </Link>
  );
}
