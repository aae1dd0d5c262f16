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
            ? "Nothing to report yet"
            : report.hits.length === 0
              ? "No hit was called today"
              : `${capital(count(report.hits.length, "hit"))}: ${listWords(report.causes.map((c) => `${c.count} × ${itemAt(hitCauseWords(c.cause).split(":"), 0)}`))}`}
        </Answer>
        <Sub>{`${day.production}, day ${day.dayNumber} of ${day.dayCount}, ${formatDate(day.dateIso)}${day.town === "" ? "" : `, ${day.town}`}${day.isPractice ? " · practice, everything made up" : ""}. ${report.rolledMs > 0 ? `Rolled for ${formatDuration(report.rolledMs)}. ` : ""}As it stands at ${formatClock(madeAtMs)}.`}</Sub>
      </div>
      <Tools>
        <Button onPress={() => print()}>Print</Button>
        <a href={`${files}/report.pdf`} download>
          PDF
        </a>
        <a href={`${files}/report.json`} download>
          JSON
        </a>
        <a href={`${files}/log.csv`} download>
          The whole log, CSV
        </a>
        <a href={`/day/${day.id}/frequencies.csv`} download>
          Frequencies, CSV
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
          <Heading>Scans</Heading>
          {scans.map((s) => (
            <Scan key={`${s.takenAtMs} ${s.place}`}>
              <Soft>{`${formatClock(s.takenAtMs)} ${s.place}, by ${s.source}`}</Soft>
              <img
                alt={`Scan of ${s.place}, ${formatClock(s.takenAtMs)}`}
                src={`data:image/svg+xml;utf8,${encodeURIComponent(s.svg)}`}
              />
            </Scan>
          ))}
        </section>
      )}
      <Soft>Licence, band and power are the user’s duty: check with your regulator.</Soft>
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
