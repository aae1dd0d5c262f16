import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { runCli } from "~/cli/run";
import { headlessRequests } from "~/testkit/headlessRequests";

/**
 * What the headless entry answered when the set was kept. Written anew only where an answer is
 * meant to change: delete the file and run the test.
 */
const KEPT = join(__dirname, "answers.json");
/**
 * Long lists of figures are told by their sum and ends: a change of any of them shows there too.
 */
const MAX_LISTED = 24;
/** Answers that tell how long something took. */
const TIMED = new Set(["elapsedMs"]);

const rounded = (value: number): number => Number(value.toPrecision(9));

function condensed(value: unknown): unknown {
  if (typeof value === "number") return rounded(value);
  if (Array.isArray(value))
    return value.length > MAX_LISTED ? condensedList(value) : value.map(condensed);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key]) => !TIMED.has(key))
      .map(([key, inner]) => [key, condensed(inner)]),
  );
}

function condensedList(list: readonly unknown[]): unknown {
  const figures = list.map(figureOf);
  const weighted = figures.reduce((sum, figure, i) => sum + figure * (i + 1), 0);
  return {
    length: list.length,
    first: condensed(list[0]),
    last: condensed(list.at(-1)),
    sum: rounded(weighted),
  };
}

/** One figure of anything: all its numbers together. */
const figureOf = (value: unknown): number =>
  typeof value === "number"
    ? value
    : typeof value === "object" && value !== null
      ? Object.values(value).reduce<number>((sum, inner) => sum + figureOf(inner), 0)
      : 0;

test("two hundred requests to the headless entry are answered as they were when the set was kept", () => {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-headless-"));
  try {
    const answers = Object.fromEntries(
      headlessRequests(folder).map(({ name, verb, request, files }) => {
        for (const { path, content } of files) writeFileSync(path, content);
        const { exitCode, stdout, stderr } = runCli([verb], () => JSON.stringify(request));
        return [
          name,
          exitCode === 0
            ? condensed(JSON.parse(stdout))
            : { refused: stderr.replaceAll(folder, "") },
        ];
      }),
    );
    if (!existsSync(KEPT)) writeFileSync(KEPT, `${JSON.stringify(answers, null, 1)}\n`);
    expect(answers).toEqual(JSON.parse(readFileSync(KEPT, "utf8")));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
