import { itemAt } from "~/core/units/items";
import {
  findNodeAtLocation,
  type Node,
  type ParseError,
  parseTree,
  printParseErrorCode,
} from "jsonc-parser";
import type { z } from "zod";
import { fail, ok, type Result } from "~/core/units/result";
import type { JsonFileError } from "~/contract/schemas/fileErrors";

/**
 * Reads a JSON file of a shape. A broken one is refused with the line where it breaks: where the
 * text is no JSON, or where the first field is that the shape does not take.
 */
export function readJsonFile<S extends z.ZodType>(
  text: string,
  shape: S,
): Result<z.output<S>, JsonFileError & { code: "json-file-broken" }> {
  const broken = (offset: number, what: string) =>
    fail({
      code: "json-file-broken" as const,
      line: text.slice(0, Math.max(0, offset)).split("\n").length,
      what,
    });
  const errors: ParseError[] = [];
  const tree = parseTree(text.replace(/^\ufeff/, " "), errors, {
    disallowComments: true,
    allowTrailingComma: false,
  });
  const [first] = errors;
  if (first || !tree)
    return broken(
      first?.offset ?? 0,
      first ? `not JSON here (${printParseErrorCode(first.error)})` : "nothing in it",
    );
  const parsed = shape.safeParse(valueOf(tree));
  if (parsed.success) return ok(parsed.data);
  const issue = itemAt(parsed.error.issues, 0);
  const path = issue.path.filter((p): p is string | number => typeof p !== "symbol");
  // a missing field has no place of its own: its nearest parent is where it is missing
  let node: Node | undefined;
  for (let depth = path.length; depth >= 0 && !node; depth -= 1)
    node = findNodeAtLocation(tree, path.slice(0, depth));
  return broken(node?.offset ?? 0, `${path.join(".") || "the file"}: ${issue.message}`);
}

function valueOf(node: Node): unknown {
  if (node.type === "array") return (node.children ?? []).map(valueOf);
  if (node.type === "object")
    return Object.fromEntries(
      (node.children ?? []).map(({ children = [] }) => {
        const [name, value] = children;
        return [String(name?.value), value ? valueOf(value) : undefined];
      }),
    );
  return node.value as unknown;
}
