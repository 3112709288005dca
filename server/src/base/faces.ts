/** The typefaces of what the server draws and prints, as files of their packages. */
export const FACES = {
  text: "@expo-google-fonts/source-sans-3/400Regular/SourceSans3_400Regular.ttf",
  strong: "@expo-google-fonts/source-sans-3/600SemiBold/SourceSans3_600SemiBold.ttf",
  heading: "@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf",
} as const;
