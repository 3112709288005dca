// Unit and server tests. The application's run under its own preset in app/jest.config.mjs.
const swc = [
  "@swc/jest",
  {
    jsc: { target: "es2022", parser: { syntax: "typescript", tsx: true } },
    module: { type: "commonjs" },
  },
];
const room = (name, extra = {}) => ({
  displayName: name,
  rootDir: `./${name}`,
  testMatch: ["<rootDir>/test/**/*.test.ts"],
  testEnvironment: "node",
  transform: { "\\.[cm]?[jt]sx?$": swc },
  // Packages that come as ES modules only.
  transformIgnorePatterns: [
    "/node_modules/(?!(temporal-polyfill|temporal-utils|ical\\.js|marked|@?better-[^/]+|nanostores|@tus|srvx|file-type|strtok3|token-types|@tokenizer|@borewit|uint8array-extras|jose|defu|@noble|rou3|set-cookie-parser)/)",
  ],
  ...extra,
});

export default {
  // On a slow hour a database takes its time.
  testTimeout: 60_000,
  projects: [room("core"), room("cli"), room("contract"), room("server")],
};
