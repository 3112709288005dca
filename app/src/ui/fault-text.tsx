/** Why what stands in a field above was refused; nothing, where it was not. */
import { Text } from "./text";
import { usePalette } from "./theme";

export function FaultText({ children }: { children: string | undefined }) {
  const { ember } = usePalette();
  return children === undefined ? null : (
    <Text kind="small" color={ember} role="alert">
      {children}
    </Text>
  );
}
