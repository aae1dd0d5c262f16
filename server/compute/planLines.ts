import { planFile } from "~/contract/schemas/planFile";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { formatMhz, parseFrequencyText } from "~/core/units/frequencyText";
import { fail, ok, type Result } from "~/core/units/result";
import { readTable } from "./tables";

/** A talker of a plan's file, and the frequency as it would be typed. */
export interface PlanLine {
  talker: string;
  text: string;
}

type Lines = Result<PlanLine[], ServiceError>;

/** A plan's file, of either kind, as who stands where. */
export const readPlanLines = (text: string): Lines =>
  beginsLikeJson(text) ? linesOfJson(text) : linesOfCsv(text);

/** A byte-order mark counts as a blank here. */
const beginsLikeJson = (text: string): boolean => text.trimStart().startsWith("{");

function linesOfJson(text: string): Lines {
  try {
    const parsed = planFile.safeParse(JSON.parse(text.trimStart()));
    if (parsed.success)
      return ok(
        parsed.data.picks.map((p) => ({ talker: p.talker, text: formatMhz(p.frequencyHz) })),
      );
    const [issue] = parsed.error.issues;
    return fail({
      code: "plan-file",
      problem: { code: "shape", at: issue?.path.join(".") ?? "", message: issue?.message ?? null },
    });
  } catch {
    return fail({ code: "plan-file", problem: { code: "not-json" } });
  }
}

function linesOfCsv(text: string): Lines {
  const table = readTable(text);
  if (!table.ok) return table;
  const heading = table.value.heading.map((h) => h.trim().toLowerCase());
  const talkerAt = heading.findIndex((h) => /^(talent|talker|who|name)$/.test(h));
  const frequencyAt = heading.findIndex((h) => /^(frequency|primary)( ?\(?mhz\)?)?$/.test(h));
  if (talkerAt < 0 || frequencyAt < 0)
    return fail({ code: "plan-file", problem: { code: "headings-missing" } });
  const lines: PlanLine[] = [];
  for (const [i, cells] of table.value.cells.entries()) {
    const talker = cells[talkerAt]?.trim() ?? "";
    const mhzText = cells[frequencyAt]?.trim() ?? "";
    if (talker === "" || mhzText === "" || /^spare for /i.test(talker)) continue;
    const read = parseFrequencyText(mhzText);
    if (!read.ok)
      return fail({
        code: "plan-file",
        problem: { code: "not-a-frequency", row: i + 1, text: mhzText.slice(0, 20) },
      });
    lines.push({ talker, text: formatMhz(read.value) });
  }
  return lines.length > 0
    ? ok(lines)
    : fail({ code: "plan-file", problem: { code: "nothing-in-it" } });
}
