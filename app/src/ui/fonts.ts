/** Our two typefaces, shipped with the application. Text is readable before they arrive. */
import { FontDisplay, loadAsync } from "expo-font";
import { useEffect } from "react";
import { FILES } from "./font-files";

export const HEADING = "BricolageGrotesque_600SemiBold";
export const HEADING_BOLD = "BricolageGrotesque_700Bold";
export const TEXT = "SourceSans3_400Regular";
export const TEXT_BOLD = "SourceSans3_600SemiBold";

/** Loads the fonts once. A font that cannot be had is no reason to show nothing. */
export function useFonts(): void {
  useEffect(() => {
    const sources = Object.entries(FILES).map(
      ([name, uri]) => [name, { uri, display: FontDisplay.SWAP }] as const,
    );
    loadAsync(Object.fromEntries(sources)).catch(() => undefined);
  }, []);
}
