/** How the cards of Today stand out from their ground. */
import { usePalette } from "../ui/theme";

export function useCardStyle() {
  const { surface, line } = usePalette();
  return {
    backgroundColor: surface,
    borderWidth: 1,
    borderColor: line,
    borderRadius: 14,
    padding: 16,
    gap: 4,
  } as const;
}
