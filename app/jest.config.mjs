// The application's tests, in the shape it has in a browser.
export default {
  displayName: "app",
  preset: "jest-expo/web",
  rootDir: ".",
  testMatch: ["<rootDir>/test/**/*.test.{ts,tsx}"],
  setupFiles: ["<rootDir>/test/setup.ts"],
  transformIgnorePatterns: [
    "/node_modules/(?!((jest-)?react-native[^/]*|@react-native[^/]*|expo[^/]*|@expo[^/]*|marked|@reduxjs|immer|react-redux)/)",
  ],
};
