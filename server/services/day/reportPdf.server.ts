import { join } from "node:path";
import type PdfMake from "pdfmake";
import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import { ok, type Result } from "~/core/units/result";
import { formatClock, formatDate } from "~/contract/messages/format";
import { paperTitleWords } from "~/contract/messages/frame";
import { reportSummary } from "~/contract/messages/report";
import { type ReportCell, type ReportTable, reportTables } from "~/contract/messages/reportTables";
import { REPORT_TEXTS } from "~/contract/messages/screens/report";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { type ReportView, reportOf } from "./report.server";

const folder = join(process.cwd(), "node_modules");
const ours = (family: string, part: string, weight: number) =>
  join(folder, "@fontsource", family, "files", `${family}-${part}-${weight}-normal.woff`);
const other = (name: string) => join(folder, "pdfmake", "fonts", "Roboto", `${name}.ttf`);

let ready: typeof PdfMake | null = null;

/** Loaded when the first paper is asked for: it is a tenth of what a start takes. */
async function pdfMaker() {
  if (ready) return ready;
  const { default: pdfmake } = await import("pdfmake");
  pdfmake.addFonts({
    Text: {
      normal: ours("atkinson-hyperlegible-next", "latin", 400),
      bold: ours("atkinson-hyperlegible-next", "latin", 700),
    },
    TextExt: {
      normal: ours("atkinson-hyperlegible-next", "latin-ext", 400),
      bold: ours("atkinson-hyperlegible-next", "latin-ext", 700),
    },
    // letters of other scripts, in names
    Other: { normal: other("Roboto-Regular"), bold: other("Roboto-Medium") },
    Mono: {
      normal: ours("atkinson-hyperlegible-mono", "latin", 400),
      bold: ours("atkinson-hyperlegible-mono", "latin", 700),
    },
  });
  // fonts of ours and nothing else: no document can make it fetch or read anything
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(folder));
  return (ready = pdfmake);
}

const LATIN =
  /^[\u0000-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2191\u2193\u2212]$/;
const EXT = /^[\u0100-\u02ba\u1e00-\u1e9f\u1ef2-\u1eff\u20a0-\u20ab\u20ad-\u20c0]$/;
const fontOf = (c: string): "Text" | "TextExt" | "Other" =>
  LATIN.test(c) ? "Text" : EXT.test(c) ? "TextExt" : "Other";

/** A text in runs of the fonts that have its letters. */
function text(
  value: string,
  style: { bold?: boolean; color?: string; fontSize?: number } = {},
): Content {
  const runs: { text: string; font: string }[] = [];
  for (const c of value) {
    const font = fontOf(c);
    const last = runs.at(-1);
    if (last?.font === font) last.text += c;
    else runs.push({ text: c, font });
  }
  return { text: runs.length === 0 ? "" : runs, ...style };
}
const cell = ({ text: value, as }: ReportCell): Content =>
  as === "figure"
    ? { text: value, font: "Mono" }
    : text(value, as === "strong" ? { bold: true } : {});
const heading = (value: string): Content =>
  ({ ...(text(value, { bold: true, fontSize: 13 }) as object), margin: [0, 14, 0, 4] }) as Content;

/** Points of an A4 page; "*" takes what is left. */
const WIDTHS: Readonly<Record<ReportTable["id"], (string | number)[]>> = {
  others: ["*", 100, 100],
  frequencies: [14, "*", 95, 95, 76, 24, 46],
  hits: [60, 34, 60, "*", 146],
  dropouts: [60, 36, 46, 56, "*"],
  plans: [30, 40, 90, "*"],
  gains: ["*", 70, 60, 70, 70],
  cells: [70, "*", 70, 80, 80, 90],
  newCarriers: [50, "*", 90, 70, 40],
  notes: [50, 60, "*"],
};

/** Rules, not boxes. */
const table = (
  heads: readonly string[],
  widths: (string | number)[],
  rows: readonly Content[][],
): Content => ({
  table: {
    headerRows: 1,
    widths,
    dontBreakRows: true,
    body: [
      heads.map((h) => text(h, { color: "#505b69", fontSize: 8.5 }) as TableCell),
      ...(rows as TableCell[][]),
    ],
  },
  layout: {
    hLineWidth: (i, node) => (i === 1 ? 0.9 : i === 0 || i === node.table.body.length ? 0 : 0.4),
    vLineWidth: () => 0,
    hLineColor: (i) => (i === 1 ? "#505b69" : "#d8cfbf"),
    paddingLeft: () => 0,
    paddingRight: () => 8,
    paddingTop: () => 3,
    paddingBottom: () => 3,
  },
});

/** The report on paper. */
export async function reportPdf(
  app: AppContext,
  dayId: number,
): Promise<Result<Uint8Array, ServiceError>> {
  const got = await reportOf(app, dayId);
  if (!got.ok) return got;
  return ok(await (await pdfMaker()).createPdf(documentOf(got.value)).getBuffer());
}

function documentOf({ day, madeAtMs, report, scans }: ReportView): TDocumentDefinitions {
  const content: Content[] = [
    text(`${day.production}, day ${day.dayNumber} of ${day.dayCount}`, {
      bold: true,
      fontSize: 20,
    }),
    text(
      [formatDate(day.dateIso), day.town, day.isPractice ? "practice, all made up" : ""]
        .filter((part) => part !== "")
        .join(" · "),
      { color: "#505b69" },
    ),
    {
      ...(text(reportSummary(report, madeAtMs)) as object),
      margin: [0, 8, 0, 0],
    } as Content,
  ];
  for (const t of reportTables(report)) {
    content.push(
      heading(t.title),
      table(
        t.heads,
        WIDTHS[t.id],
        t.rows.map((row) => row.map(cell)),
      ),
    );
    if (t.after) content.push(text(t.after, { color: "#505b69" }));
  }
  if (scans.length > 0) {
    for (const [i, s] of scans.entries())
      content.push({
        stack: [
          // a heading stays with its first picture
          ...(i === 0 ? [heading(REPORT_TEXTS.scans)] : []),
          text(`${formatClock(s.takenAtMs)} ${s.place}, by ${s.source}`),
          { svg: s.svg, width: 500 },
        ],
        unbreakable: true,
        margin: [0, 2, 0, 8],
      });
  }
  content.push({
    ...(text(REPORT_TEXTS.licenceBandAndPower, {
      color: "#505b69",
      fontSize: 8.5,
    }) as object),
    margin: [0, 14, 0, 0],
  } as Content);
  return {
    // paper as it is sold there
    pageSize: day.region === "US" ? "LETTER" : "A4",
    pageMargins: [44, 44, 44, 48],
    defaultStyle: { font: "Text", fontSize: 10, lineHeight: 1.15, color: "#18212c" },
    content,
    info: { title: `${day.production}, day ${day.dayNumber}`, creator: "Plain Channel" },
    footer: (page, pages) => ({
      columns: [
        text(paperTitleWords({ ...day, place: day.town })),
        { text: `${page} of ${pages}`, alignment: "right" },
      ],
      fontSize: 8.5,
      color: "#505b69",
      margin: [44, 14, 44, 0],
    }),
  };
}
