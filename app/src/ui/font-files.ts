/** The files of our typefaces, whole. */
export const FILES = {
  BricolageGrotesque_600SemiBold: require("@expo-google-fonts/bricolage-grotesque/600SemiBold/BricolageGrotesque_600SemiBold.ttf"),
  BricolageGrotesque_700Bold: require("@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf"),
  SourceSans3_400Regular: require("@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf"),
  SourceSans3_600SemiBold: require("@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf"),
};
