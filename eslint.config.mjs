import reactHooks from "eslint-plugin-react-hooks";
import regexp from "eslint-plugin-regexp";
import tseslint from "typescript-eslint";

export default tseslint.config(
  {
    ignores: [
      "node_modules/",
      "build/",
      ".react-router/",
      "data/",
      "test-results/",
      "playwright-report/",
    ],
  },
  ...tseslint.configs.strict,
  ...tseslint.configs.stylistic,
  {
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/consistent-type-definitions": "off",
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_" },
      ],
      "no-console": "error",
      eqeqeq: ["error", "always"],
    },
  },
  // a pattern that takes longer than its text is long can be made to hang: text comes from outside
  {
    plugins: { regexp },
    rules: { "regexp/no-super-linear-backtracking": ["error", { report: "potential" }] },
  },
  {
    files: ["app/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: reactHooks.configs["recommended-latest"].rules,
  },
  {
    // the core reads no clock and draws no dice: time and seeds come in as arguments
    files: ["core/**/*.ts"],
    rules: {
      "no-restricted-properties": [
        "error",
        { object: "Date", property: "now", message: "time comes in as an argument" },
        { object: "Math", property: "random", message: "use seededRandom" },
        { object: "performance", property: "now", message: "time comes in as an argument" },
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: "time comes in as an argument",
        },
      ],
    },
  },
  { files: ["scripts/**", "e2e/**", "server/main.mjs"], rules: { "no-console": "off" } },
);
