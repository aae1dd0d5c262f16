import { fail, ok, type Result } from "~/core/units/result";

/** Why the target of a request is not looked at any further. */
export type TargetRefusal =
  { code: "not-a-path" } | { code: "too-long" } | { code: "not-canonical" };

export interface RequestTarget {
  path: string;
  /** With its question mark; empty without one. */
  search: string;
}

const MAX_TARGET_LENGTH = 4096;
/**
 * Segments of what may stand in a path without being encoded (RFC 3986, unreserved and a few
 * delimiters); ours need nothing else.
 */
const PATH = /^(?:\/[A-Za-z0-9._~!$'()*+,;=:@-]+)+$/;
/** Visible characters of ASCII: what browsers send. */
const SEARCH = /^[\x21-\x7e]*$/;

/**
 * Takes the target of a request line apart, and refuses every spelling but one: no dot segments,
 * nothing encoded, no doubled or trailing slash, no backslash, no absolute form. So what is matched
 * against the table of addresses is what the framework will serve.
 * @param target - as it stood in the request line (RFC 9112, 3.2)
 */
export function readTarget(target: string): Result<RequestTarget, TargetRefusal> {
  if (target.length > MAX_TARGET_LENGTH) return fail({ code: "too-long" });
  if (!target.startsWith("/")) return fail({ code: "not-a-path" });
  const questionMark = target.indexOf("?");
  const path = questionMark < 0 ? target : target.slice(0, questionMark);
  const search = questionMark < 0 ? "" : target.slice(questionMark);
  const hasDotSegment = path.split("/").some((segment) => segment === "." || segment === "..");
  if (hasDotSegment || !SEARCH.test(search) || search.includes("#"))
    return fail({ code: "not-canonical" });
  return path === "/" || PATH.test(path) ? ok({ path, search }) : fail({ code: "not-canonical" });
}
