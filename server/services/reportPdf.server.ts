import { join } from "node:path";
import pdfmake from "pdfmake";
import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import { ok, type Result } from "../../core/units/result";
import { capital, formatClock, formatDate, formatDb, formatDbfs, formatDbm, formatDuration, listWords, mhz } from "../../contract/format";
import { logClock } from "../../contract/logWords";
import { reportOutcomeWords } from "../../contract/reportWords";
import { hitCauseWords, shareWords } from "../../contract/rollWords";
import type { ServiceError } from "../../contract/serviceError";
import type { AppContext } from "./appContext.server";
import { type ReportView, reportOf } from "./report.server";

const folder = join(process.cwd(), "node_modules");
const ours = (family: string, part: string, weight: number) => join(folder, "@fontsource", family, "files", `${family}-${part}-${weight}-normal.woff`);
const other = (name: string) => join(folder, "pdfmake", "fonts", "Roboto", `${name}.ttf`);

pdfmake.addFonts({
  Text: { normal: ours("atkinson-hyperlegible-next", "latin", 400), bold: ours("atkinson-hyperlegible-next", "latin", 700) },
  TextExt: { normal: ours("atkinson-hyperlegible-next", "latin-ext", 400), bold: ours("atkinson-hyperlegible-next", "latin-ext", 700) },
  // letters of other scripts, in names
  Other: { normal: other("Roboto-Regular"), bold: other("Roboto-Medium") },
  Mono: { normal: ours("atkinson-hyperlegible-mono", "latin", 400), bold: ours("atkinson-hyperlegible-mono", "latin", 700) },
});
// fonts of ours and nothing else: no document can make it fetch or read anything
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(folder));

const LATIN = /^[\u0000-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2191\u2193\u2212]$/;
const EXT = /^[\u0100-\u02ba\u1e00-\u1e9f\u1ef2-\u1eff\u20a0-\u20ab\u20ad-\u20c0]$/;
const fontOf = (c: string): "Text" | "TextExt" | "Other" => (LATIN.test(c) ? "Text" : EXT.test(c) ? "TextExt" : "Other");

/** A text in runs of the fonts that have its letters. */
function text(value: string, style: { bold?: boolean; color?: string; fontSize?: number } = {}): Content {
  const runs: { text: string; font: string }[] = [];
  for (const c of value) {
    const font = fontOf(c);
    const last = runs.at(-1);
    if (last?.font === font) last.text += c;
    else runs.push({ text: c, font });
  }
  return { text: runs.length === 0 ? "" : runs, ...style };
}
const figure = (value: string): Content => ({ text: value, font: "Mono" });
const heading = (value: string): Content => ({ ...(text(value, { bold: true, fontSize: 13 }) as object), margin: [0, 14, 0, 4] }) as Content;

/** Rules, not boxes. */
const table = (heads: readonly string[], widths: (string | number)[], rows: readonly Content[][]): Content => ({
  table: { headerRows: 1, widths, dontBreakRows: true, body: [heads.map((h) => text(h, { color: "#505b69", fontSize: 8.5 }) as TableCell), ...rows as TableCell[][]] },
  layout: { hLineWidth: (i, node) => (i === 1 ? 0.9 : i === 0 || i === node.table.body.length ? 0 : 0.4), vLineWidth: () => 0, hLineColor: (i) => (i === 1 ? "#505b69" : "#d8cfbf"), paddingLeft: () => 0, paddingRight: () => 8, paddingTop: () => 3, paddingBottom: () => 3 },
});

/** The report on paper. */
export async function reportPdf(app: AppContext, dayId: number): Promise<Result<Uint8Array, ServiceError>> {
  const got = await reportOf(app, dayId);
  if (!got.ok) return got;
  return ok(await pdfmake.createPdf(documentOf(got.value)).getBuffer());
}

function documentOf({ day, madeAtMs, report, scans }: ReportView): TDocumentDefinitions {
  const content: Content[] = [
    text(`${day.production}, day ${day.dayNumber} of ${day.dayCount}`, { bold: true, fontSize: 20 }),
    text(`${formatDate(day.dateIso)} · ${day.town} · sound: radio${day.isPractice ? " · practice, everything made up" : ""}`, { color: "#505b69" }),
    { ...(text(`${report.hits.length === 0 ? "No hit was called" : `${report.hits.length} ${report.hits.length === 1 ? "hit" : "hits"}: ${listWords(report.causes.map((c) => `${c.count} × ${hitCauseWords(c.cause)}`))}`}. Rolled for ${formatDuration(report.rolledMs)}. As it stood at ${formatClock(madeAtMs)}.`) as object), margin: [0, 8, 0, 0] } as Content,
  ];
  for (const f of report.frequencies) {
    content.push(heading(`Frequencies: ${f.place}, ${f.setting === "indoors" ? "inside" : "outside"} (plan ${f.version})`));
    content.push(table(["", "Talker", "Pack", "Receiver", "Frequency", "Power"], [14, "*", 70, 70, 80, 50], f.rows.map((r) => [figure(String(r.number)), text(r.talker, { bold: true }), text(r.packLabel), text(r.receiverLabel), figure(mhz(r.frequencyHz)), figure(`${r.powerMw} mW`)])));
    if (f.sparesHz.length > 0) content.push(text(`Spares: ${f.sparesHz.map((hz) => mhz(hz)).join(", ")}`, { color: "#505b69" }));
  }
  content.push(heading("Hits, to look for in the edit"));
  content.push(report.hits.length === 0 ? text("None was called.") : table(["Time", "Scene", "Talker", "Most likely", "What was done"], [60, 34, 60, "*", 146], report.hits.map((h) => [figure(logClock(h.atMs)), text(h.scene ?? "–"), text(h.talker, { bold: true }), text(`${hitCauseWords(h.cause)} (${shareWords(h.share)})`), text(capital(reportOutcomeWords(h)))])));
  if (report.dropouts.length > 0) {
    content.push(heading("Dropouts that the receivers saw"));
    content.push(table(["Talker", "Count", "Longest", "Altogether", "The longest, with scene"], [60, 36, 46, 56, "*"], report.dropouts.map((d) => [text(d.talker, { bold: true }), figure(String(d.count)), figure(`${(d.longestMs / 1000).toFixed(1)} s`), figure(`${d.totalS.toFixed(1)} s`), text(d.worst.map((w) => `${logClock(w.atMs)}${w.scene ? ` (${w.scene})` : ""}`).join(", "))])));
  }
  content.push(heading("Plans and why"), table(["Plan", "Time", "Place", "Why, and who moved"], [30, 40, 90, "*"], report.plans.map((p) => [figure(String(p.version)), figure(formatClock(p.atMs)), text(p.place), text(`${capital(p.how)}${p.moved.length > 0 ? `: ${listWords(p.moved.map((m) => `${m.talker} ${m.fromHz === null ? "" : `${mhz(m.fromHz).replace(" MHz", "")} → `.replace("→", "to")}${mhz(m.toHz)}`))}` : ""}`)])));
  if (report.gains.length > 0) content.push(heading("Gains"), table(["Talker", "Voice", "Pack", "Receiver out", "Peaks"], ["*", 70, 60, 70, 70], report.gains.map((g) => [text(g.talker, { bold: true }), text(g.effort), figure(formatDb(g.gainDb)), figure(formatDb(g.outputDb)), figure(formatDbfs(g.finalPeakDbfs))])));
  if (report.cells.length > 0) content.push(heading("Cells"), table(["Pack", "Talker", "Kind", "The set in it ran", "Changed"], [70, "*", 70, 90, 120], report.cells.map((c) => [text(c.packLabel), text(c.talker ?? "–"), text(c.chemistry), figure(c.ranHours === null ? "not known" : formatDuration(c.ranHours * 3_600_000)), figure(c.changesAtMs.map((ms) => formatClock(ms)).join(", ") || "–")])));
  if (report.newcomers.length > 0) content.push(heading("Who came on the air"), table(["Time", "Place", "Frequency", "Level"], [50, "*", 90, 70], report.newcomers.map((n) => [figure(formatClock(n.atMs)), text(n.place), figure(mhz(n.frequencyHz)), figure(formatDbm(n.levelDbm))])));
  if (report.notes.length > 0) content.push(heading("Notes"), table(["Time", "", ""], [50, 60, "*"], report.notes.map((n) => [figure(formatClock(n.atMs)), text(n.talker ?? ""), text(`${n.text}${n.corrections.map((c) => ` (put right: ${c})`).join("")}`)])));
  if (scans.length > 0) {
    content.push(heading("Scans"));
    for (const s of scans) content.push({ stack: [text(`${formatClock(s.takenAtMs)} ${s.place}, by ${s.source}`), { svg: s.svg, width: 500 }], unbreakable: true, margin: [0, 2, 0, 8] });
  }
  content.push({ ...(text("Licence, band and power are the user’s duty: check with your regulator.", { color: "#505b69", fontSize: 8.5 }) as object), margin: [0, 14, 0, 0] } as Content);
  return {
    pageSize: "A4", pageMargins: [44, 44, 44, 48], defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.15, color: "#18212c" }, content,
    info: { title: `${day.production}, day ${day.dayNumber}`, creator: "Plain Channel" },
    footer: (page, pages) => ({ text: `${page} of ${pages}`, alignment: "center", fontSize: 8.5, color: "#505b69", margin: [0, 14, 0, 0] }),
  };
}
