/** A link to a file that the server makes: left to the browser, which keeps it. */
import { Text } from "./text";
import { usePalette } from "./theme";

export function FileLink({ href, children }: { href: string; children: string }) {
  const { dusk } = usePalette();
  return (
    <a href={href} download style={{ padding: "11px 0", alignSelf: "flex-start", color: dusk }}>
      <Text color={dusk} style={{ textDecorationLine: "underline" }}>
        {children}
      </Text>
    </a>
  );
}
