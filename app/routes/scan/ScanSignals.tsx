import { X } from "lucide-react";
import { memo } from "react";
import styled from "styled-components";
import type { AirView } from "~/contract/schemas/airView";
import { formatRfLevel, formatSpan } from "~/contract/messages/format";
import {
  instrumentLinesWords,
  rounded,
  tvAgainstRegister,
  tvStateWords,
} from "~/contract/messages/scan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { formatMhz } from "~/core/units/frequencyText";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Figure, Heading, Row, Soft, Table } from "~/app/ui/Page/Page";

const MAX_ROWS = 8;

/**
 * What was found: narrow carriers and whose they are, and the channels of the raster against the
 * register.
 */
export const ScanSignals = memo(function ScanSignals({
  air,
  stations,
  onOwnLine,
}: {
  air: AirView;
  stations: readonly { channel: number; name: string }[];
  /** Says that a carrier is the instrument's own, or is none of its own. */
  onOwnLine: (frequencyHz: number, isOwn: boolean) => void;
}) {
  const ownLinesHz = air.setup.ownLinesHz ?? [];
  const carriers = air.carriers.filter((c) => !c.isSpur);
  return (
    <Halves>
      <section>
        <Heading>{SCAN_TEXTS.narrowCarriers}</Heading>
        {carriers.length === 0 ? (
          <Soft as="p">{SCAN_TEXTS.noneAboveTheNoise}</Soft>
        ) : (
          <Table>
            <thead>
              <tr>
                <th>{SCAN_TEXTS.mhz}</th>
                <th>{SCAN_TEXTS.level}</th>
                <th>{SCAN_TEXTS.width}</th>
                {air.looksPerBin > 1 && <th>{SCAN_TEXTS.on}</th>}
                <th>{SCAN_TEXTS.whose}</th>
              </tr>
            </thead>
            <tbody>
              {carriers.slice(0, MAX_ROWS).map((c) => (
                <tr key={c.frequencyHz}>
                  <th scope="row">
                    <Figure>{formatMhz(Math.round(c.frequencyHz / 5000) * 5000)}</Figure>
                  </th>
                  <td data-label={SCAN_TEXTS.level}>
                    <Figure>{formatRfLevel(c.levelDbm)}</Figure>
                  </td>
                  <td data-label={SCAN_TEXTS.width}>
                    <Figure>{formatSpan(c.widthHz)}</Figure>
                  </td>
                  {air.looksPerBin > 1 && (
                    <td data-label={SCAN_TEXTS.on}>
                      <Figure>{`${Math.round(c.occupancy * 100)} %`}</Figure>
                    </td>
                  )}
                  <td data-label={SCAN_TEXTS.whose}>
                    {c.own === null ? (
                      <Row as="span">
                        {SCAN_TEXTS.notOurs}
                        <QuietButton
                          aria-label={SCAN_TEXTS.instrumentLineWith(
                            formatMhz(rounded(c.frequencyHz)),
                          )}
                          onPress={() => onOwnLine(c.frequencyHz, true)}
                        >
                          {SCAN_TEXTS.instrumentLine}
                        </QuietButton>
                      </Row>
                    ) : (
                      <b>{SCAN_TEXTS.ours(c.own)}</b>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        {carriers.length > MAX_ROWS && (
          <Soft>{SCAN_TEXTS.andWeaker(carriers.length - MAX_ROWS)}</Soft>
        )}
        {ownLinesHz.length > 0 && (
          <Row role="list" aria-label={SCAN_TEXTS.instrumentLinesSpurs}>
            <Soft>{SCAN_TEXTS.instrumentLinesSpursExcluded}</Soft>
            {ownLinesHz.map((hz) => (
              <span key={hz} role="listitem">
                <Button
                  aria-label={SCAN_TEXTS.isATransmitter(formatMhz(hz))}
                  onPress={() => onOwnLine(hz, false)}
                >
                  {formatMhz(hz)} <X aria-hidden />
                </Button>
              </span>
            ))}
          </Row>
        )}
        {air.instrumentLines.map((c) => (
          <Soft as="p" key={c.linesHz[0]}>
            {instrumentLinesWords(c)}
          </Soft>
        ))}
      </section>
      <section>
        <Heading>{SCAN_TEXTS.tvStations}</Heading>
        <Table>
          <thead>
            <tr>
              <th>{SCAN_TEXTS.channel}</th>
              <th>{SCAN_TEXTS.inTheScan}</th>
              <th>{SCAN_TEXTS.level}</th>
              <th>{SCAN_TEXTS.stationList}</th>
            </tr>
          </thead>
          <tbody>
            {air.tv
              .filter(
                (t) =>
                  t.state !== "unseen" &&
                  (t.state !== "clear" || stations.some((s) => s.channel === t.channel)),
              )
              .map((t) => {
                const station = stations.find((s) => s.channel === t.channel);
                const against = tvAgainstRegister(t, station !== undefined);
                return (
                  <tr key={t.channel}>
                    <th scope="row">
                      <Figure>{t.channel}</Figure>
                    </th>
                    <td data-label={SCAN_TEXTS.scan}>{tvStateWords(t)}</td>
                    <td data-label={SCAN_TEXTS.level}>
                      <Figure>{t.levelDbm === null ? "–" : formatRfLevel(t.levelDbm)}</Figure>
                    </td>
                    <td data-label={SCAN_TEXTS.stationList}>
                      {station?.name ?? <Soft>–</Soft>}
                      {against !== "" && <Soft>{` ${against}`}</Soft>}
                    </td>
                  </tr>
                );
              })}
          </tbody>
        </Table>
      </section>
    </Halves>
  );
});

const Halves = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 16px 32px;
  align-items: start;
`;
