/** A link to a file that the server makes: outside the browser there is none. */
import { Text } from "./text";

export function FileLink({ children }: { href: string; open?: boolean; children: string }) {
  return <Text>{children}</Text>;
}
