import type { DayReport } from "~/core/report/dayReport";
import {
  capital,
  formatClock,
  formatDb,
  formatDbfs,
  formatDbm,
  formatDuration,
  listWords,
  mhz,
} from "./format";
import { logClock } from "./log";
import { reportCauseWords, reportOutcomeWords } from "./report";

export interface ReportCell {
  text: string;
  as: "plain" | "strong" | "figure";
}

/** A table of the report as it is read, on the screen and on paper alike. */
export interface ReportTable {
  id:
    | "frequencies"
    | "others"
    | "hits"
    | "dropouts"
    | "plans"
    | "gains"
    | "cells"
    | "newcomers"
    | "notes";
  title: string;
  heads: string[];
  rows: ReportCell[][];
  /** A line under it; null for none. */
  after: string | null;
}

const plain = (text: string): ReportCell => ({ text, as: "plain" });
const strong = (text: string): ReportCell => ({ text, as: "strong" });
const figure = (text: string): ReportCell => ({ text, as: "figure" });

/** The tables of a day's report in their order; those that would be empty are left out. */
export function reportTables(r: DayReport): ReportTable[] {
  const table = (
    id: ReportTable["id"],
    title: string,
    heads: string[],
    rows: ReportCell[][],
    after: string | null = null,
  ): ReportTable => ({ id, title, heads, rows, after });
  const all = [
    ...r.frequencies.map((f) =>
      table(
        "frequencies",
        `${f.place}, ${f.setting === "indoors" ? "inside" : "outside"}: plan ${f.version}`,
        ["", "Talker", "Pack", "Receiver", "Frequency", "Power"],
        f.rows.map((x) => [
          figure(String(x.number)),
          strong(x.talker),
          plain(x.packLabel),
          plain(x.receiverLabel),
          figure(mhz(x.frequencyHz)),
          figure(`${x.powerMw} mW`),
        ]),
        f.sparesHz.length > 0 ? `Spares: ${f.sparesHz.map((hz) => mhz(hz)).join(", ")}` : null,
      ),
    ),
    table(
      "others",
      "Also told to transmit",
      ["Who or what", "Frequency", "In reserve"],
      r.others.map((o) => [
        strong(o.who),
        figure(mhz(o.primaryHz)),
        figure(o.backupHz === null ? "–" : mhz(o.backupHz)),
      ]),
    ),
    table(
      "hits",
      "Hits, to look for in the edit",
      ["Time", "Scene", "Talker", "Most likely", "What was done"],
      r.hits.map((h) => [
        figure(logClock(h.atMs)),
        plain(h.scene ?? "–"),
        strong(h.talker),
        plain(reportCauseWords(h)),
        plain(capital(reportOutcomeWords(h))),
      ]),
    ),
    table(
      "dropouts",
      "Dropouts that the receivers saw",
      ["Talker", "Count", "Longest", "Altogether", "The longest, with scene"],
      r.dropouts.map((d) => [
        strong(d.talker),
        figure(String(d.count)),
        figure(`${(d.longestMs / 1000).toFixed(1)} s`),
        figure(`${d.totalS.toFixed(1)} s`),
        plain(
          d.worst.map((w) => `${logClock(w.atMs)}${w.scene ? ` (${w.scene})` : ""}`).join(", "),
        ),
      ]),
    ),
    table(
      "plans",
      "Plans and why",
      ["Plan", "Time", "Place", "Why, and who moved"],
      r.plans.map((p) => [
        figure(String(p.version)),
        figure(formatClock(p.atMs)),
        plain(p.place),
        plain(
          `${capital(p.how)}${p.moved.length > 0 ? `: ${listWords(p.moved.map((m) => `${m.talker} ${m.fromHz === null ? "" : `from ${mhz(m.fromHz).replace(" MHz", "")} to `}${mhz(m.toHz)}`))}` : ""}`,
        ),
      ]),
    ),
    table(
      "gains",
      "Gains",
      ["Talker", "Voice", "Pack", "Receiver out", "Peaks"],
      r.gains.map((g) => [
        strong(g.talker),
        plain(g.effort),
        figure(formatDb(g.gainDb)),
        figure(formatDb(g.outputDb)),
        figure(`${formatDbfs(g.peakDbfs)}, ${g.isMeasured ? "measured" : "expected"}`),
      ]),
    ),
    table(
      "cells",
      "Cells",
      ["Pack", "Talker", "Kind", "The set in it ran", "Changed"],
      r.cells.map((c) => [
        plain(c.packLabel),
        plain(c.talker ?? "–"),
        plain(c.chemistry),
        figure(c.ranHours === null ? "not known" : formatDuration(c.ranHours * 3_600_000)),
        figure(c.changesAtMs.map((ms) => formatClock(ms)).join(", ") || "–"),
      ]),
    ),
    table(
      "newcomers",
      "Who came on the air",
      ["Time", "Place", "Frequency", "Level", "Times"],
      r.newcomers.map((n) => [
        figure(formatClock(n.atMs)),
        plain(n.place),
        figure(mhz(n.frequencyHz)),
        figure(formatDbm(n.levelDbm)),
        figure(String(n.times)),
      ]),
    ),
    table(
      "notes",
      "Notes",
      ["Time", "On", "Note"],
      r.notes.map((n) => [
        figure(formatClock(n.atMs)),
        plain(n.talker ?? ""),
        plain(`${n.text}${n.corrections.map((c) => ` (put right: ${c})`).join("")}`),
      ]),
    ),
  ];
  return all.filter((t) => t.rows.length > 0);
}
