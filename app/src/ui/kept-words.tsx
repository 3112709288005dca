/** Whether what one changes is kept, and since when; where it was refused, why. */
import { explain } from "../store/api";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  error: unknown;
  isKeeping: boolean;
  keptAt: number | null;
}

export function KeptWords({ error, isKeeping, keptAt }: Props) {
  const { quiet, ember } = usePalette();
  return (
    <Text kind="small" color={error ? ember : quiet} role="status">
      {error
        ? explain(error).detail
        : isKeeping
          ? "Keeping…"
          : keptAt === null
            ? "Kept"
            : `Kept ${new Date(keptAt).toTimeString().slice(0, 5)}`}
    </Text>
  );
}
