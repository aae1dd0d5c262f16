import type { ReactNode } from "react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { reportOf } from "../../../server/services/report.server";
import { capital, count, formatClock, formatDate, formatDb, formatDbfs, formatDbm, formatDuration, listWords, mhz } from "../../../contract/format";
import { logClock } from "../../../contract/logWords";
import { reportOutcomeWords } from "../../../contract/reportWords";
import { hitCauseWords, shareWords } from "../../../contract/rollWords";
import { Button } from "../../ui/Button/Button";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "../../ui/Page/Page";
import { dayIdOf, orNotFound } from "../shared/reply.server";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await reportOf(context.app, dayIdOf(params)));
}

/** The day told from what was kept of it: to read, to print, to hand on. */
export default function ReportScreen({ loaderData: { day, madeAtMs, report, scans } }: Route.ComponentProps) {
  const files = `/day/${day.id}/papers`;
  const none = report.frequencies.length === 0 && report.hits.length === 0;
  return (
    <Stack>
      <div>
        <Answer>{none ? "Nothing to report yet" : report.hits.length === 0 ? "No hit was called today" : `${capital(count(report.hits.length, "hit"))}: ${listWords(report.causes.map((c) => `${c.count} × ${hitCauseWords(c.cause).split(":")[0]!}`))}`}</Answer>
        <Sub>{`${day.production}, day ${day.dayNumber} of ${day.dayCount}, ${formatDate(day.dateIso)}, ${day.town}${day.isPractice ? " · practice, everything made up" : ""}. ${report.rolledMs > 0 ? `Rolled for ${formatDuration(report.rolledMs)}. ` : ""}As it stands at ${formatClock(madeAtMs)}.`}</Sub>
      </div>
      <Tools>
        <Button onPress={() => print()}>Print</Button>
        <a href={`${files}/report.pdf`} download>PDF</a><a href={`${files}/report.json`} download>JSON</a><a href={`${files}/log.csv`} download>The whole log, CSV</a><a href={`/day/${day.id}/frequencies.csv`} download>Frequencies, CSV</a>
      </Tools>
      {report.frequencies.map((f) => (
        <Section key={f.version} title={`${f.place}, ${f.setting === "indoors" ? "inside" : "outside"}: plan ${f.version}`} heads={["", "Talker", "Pack", "Receiver", "Frequency", "Power"]} after={f.sparesHz.length > 0 ? `Spares: ${f.sparesHz.map((hz) => mhz(hz)).join(", ")}` : null}
          rows={f.rows.map((r) => [r.number, <b key="t">{r.talker}</b>, r.packLabel, r.receiverLabel, <Figure key="f">{mhz(r.frequencyHz)}</Figure>, `${r.powerMw} mW`])} />
      ))}
      {report.hits.length > 0 && <Section title="Hits, to look for in the edit" heads={["Time", "Scene", "Talker", "Most likely", "What was done"]} rows={report.hits.map((h) => [<Figure key="t">{logClock(h.atMs)}</Figure>, h.scene ?? "–", <b key="w">{h.talker}</b>, `${hitCauseWords(h.cause)} (${shareWords(h.share)})`, capital(reportOutcomeWords(h))])} />}
      {report.dropouts.length > 0 && <Section title="Dropouts that the receivers saw" heads={["Talker", "Count", "Longest", "Altogether", "The longest, with scene"]} rows={report.dropouts.map((d) => [<b key="w">{d.talker}</b>, d.count, `${(d.longestMs / 1000).toFixed(1)} s`, `${d.totalS.toFixed(1)} s`, d.worst.map((w) => `${logClock(w.atMs)}${w.scene ? ` (${w.scene})` : ""}`).join(", ")])} />}
      {report.plans.length > 0 && <Section title="Plans and why" heads={["Plan", "Time", "Place", "Why, and who moved"]} rows={report.plans.map((p) => [p.version, formatClock(p.atMs), p.place, `${capital(p.how)}${p.moved.length > 0 ? `: ${listWords(p.moved.map((m) => `${m.talker} ${m.fromHz === null ? "" : `from ${mhz(m.fromHz).replace(" MHz", "")} to `}${mhz(m.toHz)}`))}` : ""}`])} />}
      {report.gains.length > 0 && <Section title="Gains" heads={["Talker", "Voice", "Pack", "Receiver out", "Peaks"]} rows={report.gains.map((g) => [<b key="w">{g.talker}</b>, g.effort, formatDb(g.gainDb), formatDb(g.outputDb), formatDbfs(g.finalPeakDbfs)])} />}
      {report.cells.length > 0 && <Section title="Cells" heads={["Pack", "Talker", "Kind", "The set in it ran", "Changed"]} rows={report.cells.map((c) => [c.packLabel, c.talker ?? "–", c.chemistry, c.ranHours === null ? "not known" : formatDuration(c.ranHours * 3_600_000), c.changesAtMs.map((ms) => formatClock(ms)).join(", ") || "–"])} />}
      {report.newcomers.length > 0 && <Section title="Who came on the air" heads={["Time", "Place", "Frequency", "Level"]} rows={report.newcomers.map((n) => [formatClock(n.atMs), n.place, mhz(n.frequencyHz), formatDbm(n.levelDbm)])} />}
      {report.notes.length > 0 && <Section title="Notes" heads={["Time", "On", "Note"]} rows={report.notes.map((n) => [formatClock(n.atMs), n.talker ?? "", `${n.text}${n.corrections.map((c) => ` (put right: ${c})`).join("")}`])} />}
      {scans.length > 0 && (
        <section>
          <Heading>Scans</Heading>
          {scans.map((s) => <Scan key={`${s.takenAtMs} ${s.place}`}><Soft>{`${formatClock(s.takenAtMs)} ${s.place}, by ${s.source}`}</Soft><img alt={`Scan of ${s.place}, ${formatClock(s.takenAtMs)}`} src={`data:image/svg+xml;utf8,${encodeURIComponent(s.svg)}`} /></Scan>)}
        </section>
      )}
      <Soft>Licence, band and power are the user’s duty: check with your regulator.</Soft>
    </Stack>
  );
}

function Section({ title, heads, rows, after = null }: { title: string; heads: readonly string[]; rows: readonly ReactNode[][]; after?: string | null }) {
  return (
    <Part>
      <Heading>{title}</Heading>
      <Table>
        <thead><tr>{heads.map((h, i) => <th key={i} scope="col">{h}</th>)}</tr></thead>
        <tbody>{rows.map((row, i) => <tr key={i}>{row.map((cell, k) => <td key={k} data-label={heads[k]}>{cell}</td>)}</tr>)}</tbody>
      </Table>
      {after && <Soft>{after}</Soft>}
    </Part>
  );
}

const Part = styled.section`@media print { break-inside: avoid; }`;
const Tools = styled(Row)`gap: 10px 22px; @media print { display: none; }`;
const Scan = styled.figure`margin: 6px 0 12px; img { display: block; width: 100%; max-width: 900px; background: #fff; padding: 6px; border: 1px solid var(--rule); } @media print { break-inside: avoid; }`;
