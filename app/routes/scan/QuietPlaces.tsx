import { memo } from "react";
import { bankWords, fullBlockWords } from "~/contract/messages/scan";
import { count, formatDbm, formatSpan, listWords } from "~/contract/messages/format";
import type { BlockRoom, QuietRange } from "~/core/coordination/problem/quietPlaces";
import { formatMhz } from "~/core/units/frequencyText";
import { Figure, Heading, Soft, Table } from "~/app/ui/Page/Page";

const MAX_STRETCHES = 8;
const MAX_BANKS = 3;

/** Where it is quiet, the quietest first, and how much of that each kind of receiver reaches. */
export const QuietPlaces = memo(function QuietPlaces({
  quiet: { stretches, blocks },
}: {
  quiet: { stretches: QuietRange[]; blocks: BlockRoom[] };
}) {
  return (
    <section>
      <Heading>Quiet places</Heading>
      {fullBlockWords(blocks).map((w) => (
        <p key={w}>{w}</p>
      ))}
      {blocks.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>Receivers</th>
              <th>Open</th>
              <th>Side by side</th>
              <th>Banks</th>
            </tr>
          </thead>
          <tbody>
            {blocks.map((b) => (
              <tr key={b.block}>
                <th scope="row">
                  <b>{b.block}</b> <Soft>{listWords(b.receivers)}</Soft>
                </th>
                <td data-label="Open">
                  <Figure>{`${formatSpan(b.openHz)} of ${formatSpan(b.wholeHz)}`}</Figure>
                </td>
                <td data-label="Side by side">
                  {b.fits === 0 ? "full" : count(b.fits, "channel")}
                </td>
                <td data-label="Banks">
                  {b.banks.length === 0 ? (
                    <Soft>none</Soft>
                  ) : (
                    b.banks.slice(0, MAX_BANKS).map(bankWords).join("; ")
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {stretches.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>MHz</th>
              <th>Quietest</th>
              <th>Noisiest</th>
              <th>Side by side</th>
            </tr>
          </thead>
          <tbody>
            {stretches.slice(0, MAX_STRETCHES).map((s) => (
              <tr key={s.lowHz}>
                <th scope="row">
                  <Figure>
                    {s.lowHz === s.highHz
                      ? formatMhz(s.lowHz)
                      : `${formatMhz(s.lowHz)}–${formatMhz(s.highHz)}`}
                  </Figure>
                </th>
                <td data-label="Quietest">
                  <Figure>{s.quietestDbm === null ? "–" : formatDbm(s.quietestDbm)}</Figure>
                </td>
                <td data-label="Noisiest">
                  <Figure>{s.noisiestDbm === null ? "–" : formatDbm(s.noisiestDbm)}</Figure>
                </td>
                <td data-label="Side by side">
                  <Figure>{s.fits}</Figure>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Soft as="p">
        Side by side counts spacing alone; the products of many carriers take places away: Pick
        counts them.
      </Soft>
    </section>
  );
});
