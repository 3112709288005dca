/** Our two typefaces, shipped with the application. Text is readable before they arrive. */
import { FontDisplay, loadAsync } from "expo-font";
import { useEffect } from "react";

export const HEADING = "BricolageGrotesque_600SemiBold";
export const HEADING_BOLD = "BricolageGrotesque_700Bold";
export const TEXT = "SourceSans3_400Regular";
export const TEXT_BOLD = "SourceSans3_600SemiBold";

const FONTS = {
  [HEADING]: require("@expo-google-fonts/bricolage-grotesque/600SemiBold/BricolageGrotesque_600SemiBold.ttf"),
  [HEADING_BOLD]: require("@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf"),
  [TEXT]: require("@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf"),
  [TEXT_BOLD]: require("@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf"),
};

/** Loads the fonts once. A font that cannot be had is no reason to show nothing. */
export function useFonts(): void {
  useEffect(() => {
    const sources = Object.entries(FONTS).map(
      ([name, uri]) => [name, { uri, display: FontDisplay.SWAP }] as const,
    );
    loadAsync(Object.fromEntries(sources)).catch(() => undefined);
  }, []);
}
