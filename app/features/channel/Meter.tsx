import styled from "styled-components";
import type { MeterReading } from "~/core/devices/readings";
import { formatRfLevel } from "~/contract/messages/format";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import { MONO } from "~/app/ui/theme/theme";

const LOWEST_DBM = -110;
const HIGHEST_DBM = -30;
const share = (dbm: number) =>
  Math.max(0, Math.min(1, (dbm - LOWEST_DBM) / (HIGHEST_DBM - LOWEST_DBM)));

/**
 * What a receiver's half hears now: both antennas from one middle line, and whether there is audio.
 */
export function Meter({
  reading,
  name,
}: {
  reading: MeterReading | null | undefined;
  name: string;
}) {
  if (!reading) return <Empty>{FEATURES_TEXTS.noMeter}</Empty>;
  const strongest = Math.max(reading.rfADbm, reading.rfBDbm);
  const words = FEATURES_TEXTS.rf(
    name,
    formatRfLevel(strongest),
    reading.hasAudio ? "audio" : FEATURES_TEXTS.noAudio,
  );
  return (
    <Frame role="img" aria-label={words}>
      <Bars aria-hidden>
        <Bar style={{ width: `${share(reading.rfADbm) * 100}%` }} />
        <Bar style={{ width: `${share(reading.rfBDbm) * 100}%` }} />
      </Bars>
      <Text aria-hidden>{formatRfLevel(strongest)}</Text>
      <Audio data-on={reading.hasAudio || undefined} aria-hidden>
        {reading.hasAudio ? "audio" : "silent"}
      </Audio>
    </Frame>
  );
}

/** The same without its figures, for a row of a table. */
export function MeterBars({
  reading,
  name,
}: {
  reading: MeterReading | null | undefined;
  name: string;
}) {
  if (!reading) return null;
  const strongest = Math.max(reading.rfADbm, reading.rfBDbm);
  return (
    <Slim role="img" aria-label={FEATURES_TEXTS.rfWith(name, formatRfLevel(strongest))}>
      <Bar style={{ width: `${share(reading.rfADbm) * 100}%` }} />
      <Bar style={{ width: `${share(reading.rfBDbm) * 100}%` }} />
    </Slim>
  );
}

const Slim = styled.div`
  width: 72px;
  display: flex;
  flex-direction: column;
  gap: 1px;
`;
const Frame = styled.div`
  display: grid;
  grid-template-columns: minmax(70px, 1fr) auto;
  gap: 0 10px;
  align-items: center;
  min-width: 150px;
  max-width: 240px;
`;
const Bars = styled.div`
  display: flex;
  flex-direction: column;
  gap: 1px;
  background: linear-gradient(var(--ink), var(--ink)) 0 50% / 100% 1px no-repeat;
  padding: 2px 0;
`;
const Bar = styled.div`
  height: 9px;
  background: var(--air-edge);
  min-width: 2px;
  transition: width 0.2s;
`;
const Text = styled.span`
  font-family: ${MONO};
  font-size: var(--small);
  text-align: right;
  min-width: 8ch;
`;
const Audio = styled.span`
  grid-column: 1 / -1;
  font-size: var(--small);
  color: var(--soft);
  &[data-on] {
    color: var(--good);
    font-weight: 600;
  }
`;
const Empty = styled.span`
  color: var(--soft);
  font-size: var(--small);
`;
