import styled from "styled-components";
import type { MeterReading } from "~/core/devices/readings";
import { formatDbm } from "~/contract/messages/format";
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
  if (!reading) return <Empty>no meter</Empty>;
  const strongest = Math.max(reading.rfADbm, reading.rfBDbm);
  const words = `${name}: RF ${formatDbm(strongest)}, ${reading.hasAudio ? "audio" : "no audio"}`;
  return (
    <Frame role="img" aria-label={words}>
      <Bars aria-hidden>
        <Bar style={{ width: `${share(reading.rfADbm) * 100}%` }} />
        <Bar style={{ width: `${share(reading.rfBDbm) * 100}%` }} />
      </Bars>
      <Text aria-hidden>{formatDbm(strongest)}</Text>
      <Audio data-on={reading.hasAudio || undefined} aria-hidden>
        {reading.hasAudio ? "audio" : "silent"}
      </Audio>
    </Frame>
  );
}

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
  font-size: 14px;
  text-align: right;
  min-width: 8ch;
`;
const Audio = styled.span`
  grid-column: 1 / -1;
  font-size: 13px;
  color: var(--soft);
  &[data-on] {
    color: var(--good);
    font-weight: 600;
  }
`;
const Empty = styled.span`
  color: var(--soft);
  font-size: 14px;
`;
