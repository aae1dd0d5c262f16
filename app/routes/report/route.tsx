import { itemAt } from "~/core/units/items";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { reportOf } from "~/server/services/day/report.server";
import {
  capital,
  count,
  formatClock,
  formatDate,
  formatDuration,
  listWords,
} from "~/contract/messages/format";
import { reportTables } from "~/contract/messages/reportTables";
import { hitCauseWords } from "~/contract/messages/roll";
import { REPORT_TEXTS } from "~/contract/messages/screens/report";
import { Button } from "~/app/ui/Button/Button";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await reportOf(context.app, dayIdOf(params)));
}

/** The day told from what was kept of it: to read, to print, to hand on. */
export default function ReportScreen({
  loaderData: { day, madeAtMs, report, scans },
}: Route.ComponentProps) {
  const files = `/day/${day.id}/papers`;
  const none = report.frequencies.length === 0 && report.hits.length === 0;
  return (
    <Stack>
      <div>
        <Answer>
          {none
            ? REPORT_TEXTS.nothingToReportYet
            : report.hits.length === 0
              ? REPORT_TEXTS.noInterferenceLoggedToday
              : `${capital(count(report.hits.length, "hit"))}: ${listWords(report.causes.map((c) => `${c.count} × ${itemAt(hitCauseWords(c.cause).split(":"), 0)}`))}`}
        </Answer>
        <Sub>
          {REPORT_TEXTS.dayOfAsItStands(
            day.production,
            day.dayNumber,
            day.dayCount,
            formatDate(day.dateIso),
            day.town === "" ? "" : `, ${day.town}`,
            day.isPractice ? REPORT_TEXTS.practiceAllMadeUp : "",
            report.rolledMs > 0 ? REPORT_TEXTS.rolled(formatDuration(report.rolledMs)) : "",
            formatClock(madeAtMs),
          )}
        </Sub>
      </div>
      <Tools>
        <Button onPress={() => print()}>{REPORT_TEXTS.print}</Button>
        <a href={`${files}/report.pdf`} download>
          {REPORT_TEXTS.pdf}
        </a>
        <a href={`${files}/report.json`} download>
          {REPORT_TEXTS.json}
        </a>
        <a href={`${files}/log.csv`} download>
          {REPORT_TEXTS.theWholeLogCsv}
        </a>
        <a href={`/day/${day.id}/frequencies.csv`} download>
          {REPORT_TEXTS.frequenciesCsv}
        </a>
      </Tools>
      {reportTables(report).map((t) => (
        <Part key={t.title}>
          <Heading>{t.title}</Heading>
          <Table>
            <thead>
              <tr>
                {t.heads.map((h, i) => (
                  <th key={i} scope="col">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {t.rows.map((row, i) => (
                <tr key={i}>
                  {row.map((cell, k) => (
                    <td key={k} data-label={t.heads[k]}>
                      {cell.as === "strong" ? (
                        <b>{cell.text}</b>
                      ) : cell.as === "figure" ? (
                        <Figure>{cell.text}</Figure>
                      ) : (
                        cell.text
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Table>
          {t.after && <Soft>{t.after}</Soft>}
        </Part>
      ))}
      {scans.length > 0 && (
        <section>
          <Heading>{REPORT_TEXTS.scans}</Heading>
          {scans.map((s) => (
            <Scan key={`${s.takenAtMs} ${s.place}`}>
              <Soft>{REPORT_TEXTS.by(formatClock(s.takenAtMs), s.place, s.source)}</Soft>
              <img
                alt={REPORT_TEXTS.scan(s.place, formatClock(s.takenAtMs))}
                src={`data:image/svg+xml;utf8,${encodeURIComponent(s.svg)}`}
              />
            </Scan>
          ))}
        </section>
      )}
      <Soft>{REPORT_TEXTS.licenceBandAndPower}</Soft>
    </Stack>
  );
}

const Part = styled.section`
  @media print {
    break-inside: avoid;
  }
`;
const Tools = styled(Row)`
  gap: 10px 22px;
  @media print {
    display: none;
  }
`;
const Scan = styled.figure`
  margin: 6px 0 12px;
  img {
    display: block;
    width: 100%;
    max-width: 900px;
    background: #fff;
    padding: 6px;
    border: 1px solid var(--rule);
  }
  @media print {
    break-inside: avoid;
  }
`;
