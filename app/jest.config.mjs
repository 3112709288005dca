// The application's tests, in the shape it has in a browser.
export default {
  displayName: "app",
  preset: "jest-expo/web",
  rootDir: ".",
  testMatch: ["<rootDir>/test/**/*.test.{ts,tsx}"],
  setupFiles: ["<rootDir>/test/setup.ts"],
  // A typeface is a file, whose address alone is asked for.
  moduleNameMapper: { "\\.woff2$": "<rootDir>/test/helpers/file.ts" },
  transformIgnorePatterns: [
    "/node_modules/(?!((jest-)?react-native[^/]*|@react-native[^/]*|expo[^/]*|@expo[^/]*|marked|@tiptap|dompurify|@reduxjs|immer|react-redux)/)",
  ],
};
