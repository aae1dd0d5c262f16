/** Unit tests run in Node over SWC; d3 ships as ES modules and is compiled with them. */
// a zone whose clocks are put back and forth: what counts on even hours shows
process.env.TZ = "Europe/Berlin";

export default {
  testEnvironment: "node",
  moduleNameMapper: { "^~/(.*)$": "<rootDir>/$1" },
  setupFiles: ["<rootDir>/testkit/jestSetup.ts"],
  maxWorkers: "100%",
  collectCoverageFrom: [
    "{core,contract,server,app,cli,workers}/**/*.{ts,tsx}",
    "!**/*.test.{ts,tsx}",
  ],
  coverageDirectory: "coverage",
  coverageProvider: "v8",
  coverageReporters: ["text-summary", "html"],
  testTimeout: 90_000,
  roots: [
    "<rootDir>/core",
    "<rootDir>/contract",
    "<rootDir>/cli",
    "<rootDir>/workers",
    "<rootDir>/server",
    "<rootDir>/app",
    "<rootDir>/test",
  ],
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
  // in `npm run test:long`
  testPathIgnorePatterns: ["/node_modules/", "\\.long\\.test\\.ts$"],
  extensionsToTreatAsEsm: [],
  transform: {
    "^.+\\.[cm]?[jt]sx?$": [
      "@swc/jest",
      {
        jsc: {
          target: "es2022",
          parser: { syntax: "typescript", tsx: true },
          transform: { react: { runtime: "automatic" } },
        },
        module: { type: "commonjs" },
      },
    ],
  },
  transformIgnorePatterns: [
    "/node_modules/(?!(d3|d3-[a-z-]+|internmap|delaunator|robust-predicates|eventsource-parser|comlink|ical\\.js)/)",
  ],
};
