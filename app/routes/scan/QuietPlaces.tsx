import { memo } from "react";
import { bankWords, fullBlockWords } from "~/contract/messages/scan";
import { count, formatRfLevel, formatSpan, listWords } from "~/contract/messages/format";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import type { BlockRoom, QuietRange } from "~/core/coordination/problem/quietPlaces";
import { formatMhz } from "~/core/units/frequencyText";
import { Figure, Heading, Soft, Table } from "~/app/ui/Page/Page";

const MAX_RANGES = 8;
const MAX_BANKS = 3;

/** Where it is quiet, the quietest first, and how much of that each kind of receiver reaches. */
export const QuietPlaces = memo(function QuietPlaces({
  quiet: { ranges, blocks },
}: {
  quiet: { ranges: QuietRange[]; blocks: BlockRoom[] };
}) {
  return (
    <section>
      <Heading>{SCAN_TEXTS.freeFrequencies}</Heading>
      {fullBlockWords(blocks).map((w) => (
        <p key={w}>{w}</p>
      ))}
      {blocks.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>{SCAN_TEXTS.receivers}</th>
              <th>{SCAN_TEXTS.open}</th>
              <th>{SCAN_TEXTS.withSpacing}</th>
              <th>{SCAN_TEXTS.banks}</th>
            </tr>
          </thead>
          <tbody>
            {blocks.map((b) => (
              <tr key={b.block}>
                <th scope="row">
                  <b>{b.block}</b> <Soft>{listWords(b.receivers)}</Soft>
                </th>
                <td data-label={SCAN_TEXTS.free}>
                  <Figure>{SCAN_TEXTS.of(formatSpan(b.openHz), formatSpan(b.wholeHz))}</Figure>
                </td>
                <td data-label={SCAN_TEXTS.withSpacing}>
                  {b.fits === 0 ? "full" : count(b.fits, "channel")}
                </td>
                <td data-label={SCAN_TEXTS.banks}>
                  {b.banks.length === 0 ? (
                    <Soft>{SCAN_TEXTS.none}</Soft>
                  ) : (
                    b.banks.slice(0, MAX_BANKS).map(bankWords).join("; ")
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {ranges.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>{SCAN_TEXTS.mhz}</th>
              <th>{SCAN_TEXTS.quietest}</th>
              <th>{SCAN_TEXTS.noisiest}</th>
              <th>{SCAN_TEXTS.withSpacing}</th>
            </tr>
          </thead>
          <tbody>
            {ranges.slice(0, MAX_RANGES).map((s) => (
              <tr key={s.lowHz}>
                <th scope="row">
                  <Figure>
                    {s.lowHz === s.highHz
                      ? formatMhz(s.lowHz)
                      : `${formatMhz(s.lowHz)}–${formatMhz(s.highHz)}`}
                  </Figure>
                </th>
                <td data-label={SCAN_TEXTS.quietest}>
                  <Figure>{s.quietestDbm === null ? "–" : formatRfLevel(s.quietestDbm)}</Figure>
                </td>
                <td data-label={SCAN_TEXTS.noisiest}>
                  <Figure>{s.noisiestDbm === null ? "–" : formatRfLevel(s.noisiestDbm)}</Figure>
                </td>
                <td data-label={SCAN_TEXTS.withSpacing}>
                  <Figure>{s.fits}</Figure>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Soft as="p">{SCAN_TEXTS.thisCountsSpacingAloneFrequencies}</Soft>
    </section>
  );
});
