import everyday from "./jest.config.mjs";

// these take more of their own cases then (testkit/long.ts)
process.env.PLAIN_CHANNEL_LONG = "1";

/** What takes long: many seeds, whole airs, ten thousand spoiled files against the built application. */
export default {
  ...everyday,
  testMatch: [
    "**/*.long.test.ts",
    "**/core/training/practice.test.ts",
    "**/core/audio/{voiceFindings,wav}.test.ts",
    "**/core/spectrum/survey.test.ts",
    "**/test/methods.test.ts",
  ],
  testPathIgnorePatterns: ["/node_modules/"],
  testTimeout: 3_600_000,
};
