import { findNodeAtLocation, type Node, type ParseError, parseTree, printParseErrorCode } from "jsonc-parser";
import { z } from "zod";
import type { Region } from "../core/regions/region";
import { fail, ok, type Result } from "../core/units/result";
import { frequencyHz, goesUp, notNegative, positive } from "./fields";

/** A region's law as a file: the shape of those that ship in core/regions/rules, and of the user's own. */
export const regionFile = z.object({
  name: z.string().trim().min(2).max(24).regex(/^[\w -]+$/, "letters, digits, blanks and hyphens"),
  title: z.string().min(2).max(80),
  raster: z.union([z.enum(["US-6", "EU-8", "AU-7"]), z.object({ firstChannel: z.number().int(), firstLowHz: frequencyHz, widthHz: positive, count: z.number().int().min(1).max(200), skip: z.array(z.number().int()).optional() })]),
  maxBandwidthHz: positive.nullable(),
  advice: z.string().min(5).max(400),
  bands: z.array(z.object({
    lowHz: frequencyHz, highHz: frequencyHz, licence: z.string().min(2).max(120), maxEirpMw: notNegative.max(100_000), note: z.string().max(400), source: z.string().min(3).max(200),
    asOf: z.string().regex(/^\d{4}-\d{2}(-\d{2})?$/, "a date such as 2026-11"),
  }).superRefine(goesUp)).min(1).max(200),
});

export interface RegionFileError {
  code: "region-file-broken";
  /** Counts from 1. */
  line: number;
  what: string;
}

/** Reads a region file. A broken one is refused with the line where it breaks. */
export function readRegionFile(text: string): Result<Region, RegionFileError> {
  const broken = (offset: number, what: string) => fail<RegionFileError>({ code: "region-file-broken", line: text.slice(0, Math.max(0, offset)).split("\n").length, what });
  const errors: ParseError[] = [];
  const tree = parseTree(text.replace(/^\ufeff/, " "), errors, { disallowComments: true, allowTrailingComma: false });
  const [first] = errors;
  if (first || !tree) return broken(first?.offset ?? 0, first ? `not JSON here (${printParseErrorCode(first.error)})` : "nothing in it");
  const parsed = regionFile.safeParse(valueOf(tree));
  if (parsed.success) return ok(parsed.data as Region);
  const issue = parsed.error.issues[0]!;
  const path = issue.path.filter((p): p is string | number => typeof p !== "symbol");
  // a missing field has no place of its own: its nearest parent is where it is missing
  let node: Node | undefined;
  for (let depth = path.length; depth >= 0 && !node; depth -= 1) node = findNodeAtLocation(tree, path.slice(0, depth));
  return broken(node?.offset ?? 0, `${path.join(".") || "the file"}: ${issue.message}`);
}

function valueOf(node: Node): unknown {
  if (node.type === "array") return (node.children ?? []).map(valueOf);
  if (node.type === "object") return Object.fromEntries((node.children ?? []).map((p) => [String(p.children![0]!.value), p.children![1] ? valueOf(p.children![1]) : undefined]));
  return node.value as unknown;
}
