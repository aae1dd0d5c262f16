import { X } from "lucide-react";
import { memo } from "react";
import styled from "styled-components";
import type { AirView } from "~/contract/schemas/airView";
import { formatDbm, formatSpan } from "~/contract/messages/format";
import { combWords, tvAgainstRegister, tvStateWords } from "~/contract/messages/scan";
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
        <Heading>Narrow carriers</Heading>
        {carriers.length === 0 ? (
          <Soft as="p">None stands out of the noise.</Soft>
        ) : (
          <Table>
            <thead>
              <tr>
                <th>MHz</th>
                <th>Level</th>
                <th>Width</th>
                {air.looksPerBin > 1 && <th>On</th>}
                <th>Whose</th>
              </tr>
            </thead>
            <tbody>
              {carriers.slice(0, MAX_ROWS).map((c) => (
                <tr key={c.frequencyHz}>
                  <th scope="row">
                    <Figure>{formatMhz(Math.round(c.frequencyHz / 5000) * 5000)}</Figure>
                  </th>
                  <td data-label="Level">
                    <Figure>{formatDbm(c.levelDbm)}</Figure>
                  </td>
                  <td data-label="Width">
                    <Figure>{formatSpan(c.widthHz)}</Figure>
                  </td>
                  {air.looksPerBin > 1 && (
                    <td data-label="On">
                      <Figure>{`${Math.round(c.occupancy * 100)} %`}</Figure>
                    </td>
                  )}
                  <td data-label="Whose">
                    {c.own === null ? (
                      <Row as="span">
                        not ours
                        <QuietButton
                          aria-label={`instrument’s own: ${formatMhz(c.frequencyHz)}`}
                          onPress={() => onOwnLine(c.frequencyHz, true)}
                        >
                          instrument’s own
                        </QuietButton>
                      </Row>
                    ) : (
                      <b>{`ours: ${c.own} was on`}</b>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        {carriers.length > MAX_ROWS && <Soft>{`and ${carriers.length - MAX_ROWS} weaker`}</Soft>}
        {ownLinesHz.length > 0 && (
          <Row role="list" aria-label="Lines of the instrument itself">
            <Soft>Lines of the instrument itself, left out:</Soft>
            {ownLinesHz.map((hz) => (
              <span key={hz} role="listitem">
                <Button
                  aria-label={`${formatMhz(hz)} is a transmitter after all`}
                  onPress={() => onOwnLine(hz, false)}
                >
                  {formatMhz(hz)} <X aria-hidden />
                </Button>
              </span>
            ))}
          </Row>
        )}
        {air.combs.map((c) => (
          <Soft as="p" key={c.linesHz[0]}>
            {combWords(c)}
          </Soft>
        ))}
      </section>
      <section>
        <Heading>Television</Heading>
        <Table>
          <thead>
            <tr>
              <th>Channel</th>
              <th>In the scan</th>
              <th>Level</th>
              <th>Register</th>
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
                    <td data-label="Scan">{tvStateWords(t)}</td>
                    <td data-label="Level">
                      <Figure>{t.levelDbm === null ? "–" : formatDbm(t.levelDbm)}</Figure>
                    </td>
                    <td data-label="Register">
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
