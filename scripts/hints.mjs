// What a reader might find long or tangled: functions over 80 lines or of complexity over 15, files
// over 400 lines, ternaries in ternaries. Hints, worst first; nothing fails by them.
import { ESLint } from "eslint";
import tseslint from "typescript-eslint";
import { root } from "./lib.mjs";

const SHOWN = 30;
const RULES = {
  "max-lines-per-function": ["warn", { max: 80, skipBlankLines: true, skipComments: true }],
  complexity: ["warn", 15],
  "max-lines": ["warn", { max: 400, skipBlankLines: true, skipComments: true }],
  "no-nested-ternary": "warn",
};

const lint = new ESLint({
  cwd: root,
  overrideConfigFile: true,
  overrideConfig: [
    { ignores: ["**/*.test.*", "e2e/**", "testkit/**", "test/**"] },
    {
      files: ["**/*.ts", "**/*.tsx"],
      languageOptions: {
        parser: tseslint.parser,
        parserOptions: { ecmaFeatures: { jsx: true } },
      },
      linterOptions: { reportUnusedDisableDirectives: "off", noInlineConfig: true },
      rules: RULES,
    },
  ],
});
const files = await lint.lintFiles(["core", "contract", "server", "app", "workers", "cli"]);
const hints = files.flatMap(({ filePath, messages }) =>
  messages.map(({ ruleId, line, message }) => ({
    ruleId,
    at: `${filePath.slice(root.length + 1)}:${line}`,
    message,
    // "has too many lines (124)", "has a complexity of 21"
    size: Number(/(?:\(|of )(\d+)/.exec(message)?.[1] ?? 0),
  })),
);
for (const rule of Object.keys(RULES)) {
  const found = hints.filter((h) => h.ruleId === rule).sort((a, b) => b.size - a.size);
  console.log(`\n${rule}: ${found.length}`);
  for (const { at, message } of found.slice(0, SHOWN)) console.log(`  ${at} ${message}`);
}
