import everyday from "./jest.config.mjs";

/** What takes long: many seeds, whole airs, ten thousand spoiled files against the built application. */
export default {
  ...everyday,
  testMatch: ["**/*.long.test.ts"],
  testPathIgnorePatterns: ["/node_modules/"],
  testTimeout: 3_600_000,
};
