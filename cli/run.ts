import { defined, itemAt } from "~/core/units/items";
import { z } from "zod";
import { RequestError } from "./requestError";
import { VERBS } from "./verbs";

export interface CliAnswer {
  exitCode: 0 | 2;
  stdout: string;
  stderr: string;
}

/**
 * The headless entry without its streams: arguments and standard input in, exit code and texts out.
 */
export function runCli(args: readonly string[], stdin: () => string): CliAnswer {
  try {
    const [name, option, ...rest] = args;
    if (name === "--help" || name === "-h") return done(overview());
    if (name === undefined)
      throw new RequestError("verb-missing", `name a verb: ${Object.keys(VERBS).join(", ")}`);
    const verb = Object.hasOwn(VERBS, name) ? VERBS[name] : undefined;
    if (!verb)
      throw new RequestError(
        "verb-unknown",
        `there is no verb "${name}": ${Object.keys(VERBS).join(", ")}`,
      );
    if (option === "--help" || option === "-h") return done(verbHelp(name));
    if (option !== undefined || rest.length > 0)
      throw new RequestError(
        "argument-unknown",
        `"${option}" is not understood; the request goes in on standard input`,
      );
    const parsed = verb.request.safeParse(parseJson(stdin()));
    if (!parsed.success) {
      const issue = deepestIssue(itemAt(parsed.error.issues, 0));
      throw new RequestError(
        "request-invalid",
        `${issue.path.join(".") || "request"}: ${issue.message}`,
        issue.path.join("."),
      );
    }
    return done(
      JSON.stringify(verb.run(parsed.data as never), (_, value: unknown) =>
        typeof value === "number" && !Number.isFinite(value) ? null : value,
      ),
    );
  } catch (error) {
    const { code, message, path } =
      error instanceof RequestError
        ? error
        : error instanceof RangeError
          ? new RequestError("out-of-range", error.message, "")
          : new RequestError(
              "internal",
              "the computation failed; this is a fault of the program",
              "",
            );
    return {
      exitCode: 2,
      stdout: "",
      stderr: `${JSON.stringify({ error: { code, message, path } })}\n`,
    };
  }
}

const done = (text: string): CliAnswer => ({ exitCode: 0, stdout: `${text}\n`, stderr: "" });

function parseJson(text: string): unknown {
  const body = text.replace(/^\ufeff/, "");
  if (body.trim() === "")
    throw new RequestError("request-missing", "one JSON object is expected on standard input");
  let value: unknown;
  try {
    value = JSON.parse(body);
  } catch (error) {
    throw new RequestError(
      "request-not-json",
      `standard input is not one JSON value: ${(error as Error).message}`,
    );
  }
  if (typeof value !== "object" || value === null || Array.isArray(value))
    throw new RequestError("request-not-object", "the request must be one JSON object");
  return value;
}

interface Issue {
  path: PropertyKey[];
  message: string;
  code?: string | undefined;
  errors?: Issue[][];
}

/** Of a union's many complaints, the one that got furthest into the request says most. */
function deepestIssue(issue: Issue): Issue {
  if (issue.code !== "invalid_union" || !issue.errors || issue.errors.length === 0) return issue;
  const candidates = issue.errors
    .flatMap((list) => list.slice(0, 1))
    .map((inner) => deepestIssue({ ...inner, path: [...issue.path, ...inner.path] }));
  return candidates.reduce((best, c) => (c.path.length > best.path.length ? c : best), {
    path: issue.path,
    message: candidates.map((c) => c.message).join(" or "),
  });
}

function overview(): string {
  const lines = Object.entries(VERBS).map(([name, { about }]) => `  ${name.padEnd(14)} ${about}`);
  return [
    "npm run --silent core -- VERB",
    "One JSON object on standard input, one on standard output. Exit 2 and an error object on standard error for a bad request.",
    "",
    ...lines,
    "",
    "VERB --help prints its fields.",
  ].join("\n");
}

function verbHelp(name: string): string {
  const schema = z.toJSONSchema(defined(VERBS[name]).request, {
    io: "input",
    unrepresentable: "any",
  });
  return `${name}: ${defined(VERBS[name]).about}\nHertz, dBm, dB (losses positive), metres, degrees. The request as a JSON schema:\n${JSON.stringify(schema, null, 1)}`;
}
