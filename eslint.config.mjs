import jsxA11y from "eslint-plugin-jsx-a11y";
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
    files: ["**/*.ts", "**/*.tsx"],
    extends: [tseslint.configs.strictTypeCheckedOnly],
    languageOptions: {
      parserOptions: { project: ["tsconfig.json"], tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      // a number reads in a sentence as it is
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // `onPress={() => setOpen(true)}` hides nothing
      "@typescript-eslint/no-confusing-void-expression": ["error", { ignoreArrowShorthand: true }],
      // the framework takes answers that are thrown
      "@typescript-eslint/only-throw-error": [
        "error",
        {
          allow: [
            { from: "lib", name: "Response" },
            { from: "package", package: "react-router", name: "DataWithResponseInit" },
          ],
        },
      ],
      // there are no enums, and the check for them asks for the type of every assignment
      "@typescript-eslint/no-unsafe-enum-assignment": "off",
      "@typescript-eslint/no-unsafe-enum-comparison": "off",
      // the same question, of classes: a dozen, and nothing is taken for one that is none
      "@typescript-eslint/no-unsafe-class-instance-assignment": "off",
      // a fifth of the time; versions are pinned, so that it can only change with one of them
      "@typescript-eslint/no-deprecated": "off",
      // `for (;;)` in other words
      "@typescript-eslint/no-unnecessary-condition": [
        "error",
        { allowConstantLoopConditions: true },
      ],
    },
  },
  {
    // a test says what it expects to be there
    files: ["**/*.test.ts", "**/*.test.tsx", "test/**", "e2e/**", "testkit/**"],
    rules: {
      "@typescript-eslint/no-non-null-assertion": "off",
      // what an expectation matches with has no type
      "@typescript-eslint/no-unsafe-argument": "off",
      "@typescript-eslint/no-unsafe-assignment": "off",
      "@typescript-eslint/no-unsafe-call": "off",
      "@typescript-eslint/no-unsafe-member-access": "off",
      "@typescript-eslint/no-unsafe-return": "off",
      "@typescript-eslint/unbound-method": "off",
    },
  },
  {
    rules: {
      "@typescript-eslint/consistent-type-definitions": "off",
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_" },
      ],
      "no-console": "error",
      // the test runner's own, which its types make known everywhere: ours is imported
      "no-restricted-globals": ["error", "fail"],
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
    extends: [jsxA11y.flatConfigs.strict],
    plugins: { "react-hooks": reactHooks },
    rules: {
      // those for the compiler, which is not used here, take as long as all the others of the page
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      // a cell that is opened takes the keys that opened it
      "jsx-a11y/no-autofocus": "off",
      // a canvas that is drawn once is a picture: nothing in it is pressed
      "jsx-a11y/no-interactive-element-to-noninteractive-role": ["error", { canvas: ["img"] }],
    },
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
