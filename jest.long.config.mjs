import everyday from "./jest.config.mjs";

/** What takes minutes: run by `npm run test:long`, against the built application. */
export default {
  ...everyday,
  roots: ["<rootDir>/test/long"],
  testMatch: ["**/*.long.ts"],
  testTimeout: 3_600_000,
};
