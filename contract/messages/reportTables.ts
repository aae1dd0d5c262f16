import type { DayReport } from "~/core/report/dayReport";
import {
  capital,
  formatClock,
  formatDb,
  formatDbfs,
  formatRfLevel,
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
    | "newCarriers"
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
/** @example shownBy("Bag 1", "bank 2, 4", hz) // "Bag 1: bank 2, 4"; megahertz are in a column of their own */
const shownBy = (label: string, shows: string, frequencyHz: number): string =>
  shows === mhz(frequencyHz) ? label : `${label}: ${shows}`;

/** @example spareShown({ frequencyHz: 608_100_000, shows: ["group 2.2"] }) // "608.100 MHz (group 2.2)" */
function spareShown({ frequencyHz, shows }: { frequencyHz: number; shows: string[] }): string {
  const own = shows.filter((text) => text !== mhz(frequencyHz));
  return own.length === 0 ? mhz(frequencyHz) : `${mhz(frequencyHz)} (${own.join(", ")})`;
}

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
        ["", "Talent", "Pack", "Receiver", "Frequency", "TV", "Power"],
        f.rows.map((x) => [
          figure(String(x.number)),
          strong(x.talker),
          plain(shownBy(x.packLabel, x.notations.packShows, x.frequencyHz)),
          plain(shownBy(x.receiverLabel, x.notations.receiverShows, x.frequencyHz)),
          figure(mhz(x.frequencyHz)),
          figure(x.notations.tvChannel === null ? "–" : String(x.notations.tvChannel)),
          figure(`${x.powerMw} mW`),
        ]),
        f.spares.length > 0 ? `Spares: ${f.spares.map(spareShown).join(", ")}` : null,
      ),
    ),
    table(
      "others",
      "Other frequencies on set",
      ["Who or what", "Frequency", "Backup"],
      r.others.map((o) => [
        strong(o.who),
        figure(mhz(o.primaryHz)),
        figure(o.backupHz === null ? "–" : mhz(o.backupHz)),
      ]),
    ),
    table(
      "hits",
      "Interference, for the edit",
      ["Time", "Scene", "Talent", "Most likely", "What was done"],
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
      "Dropouts by receiver",
      ["Talent", "Count", "Longest", "Total", "Longest, with scene"],
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
      ["Plan", "Time", "Location", "Why, and what moved"],
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
      ["Talent", "Voice", "Pack", "Receiver out", "Peaks"],
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
      "Batteries",
      ["Pack", "Talent", "Kind", "Hours run", "Left", "Changed"],
      r.cells.map((c) => [
        plain(c.packLabel),
        plain(c.talker ?? "–"),
        plain(c.chemistry),
        figure(c.ranHours === null ? "not known" : formatDuration(c.ranHours * 3_600_000)),
        figure(c.leftHours === null ? "not known" : formatDuration(c.leftHours * 3_600_000)),
        figure(c.changesAtMs.map((ms) => formatClock(ms)).join(", ") || "–"),
      ]),
    ),
    table(
      "newCarriers",
      "New carriers",
      ["Time", "Location", "Frequency", "Level", "Times"],
      r.newCarriers.map((n) => [
        figure(formatClock(n.atMs)),
        plain(n.place),
        figure(mhz(n.frequencyHz)),
        figure(formatRfLevel(n.levelDbm)),
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
        plain(`${n.text}${n.corrections.map((c) => ` (corrected: ${c})`).join("")}`),
      ]),
    ),
  ];
  return all.filter((t) => t.rows.length > 0);
}
