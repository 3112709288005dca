/** The files of our typefaces in a browser: cut to Latin scripts and packed (scripts/fonts.mjs makes them). */
export const FILES = {
  BricolageGrotesque_600SemiBold: require("../../assets/fonts/BricolageGrotesque_600SemiBold.woff2"),
  BricolageGrotesque_700Bold: require("../../assets/fonts/BricolageGrotesque_700Bold.woff2"),
  SourceSans3_400Regular: require("../../assets/fonts/SourceSans3_400Regular.woff2"),
  SourceSans3_600SemiBold: require("../../assets/fonts/SourceSans3_600SemiBold.woff2"),
};
