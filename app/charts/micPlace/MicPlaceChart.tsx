import styled from "styled-components";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import type { MicPlaceEffect } from "~/core/audio/micPlace";

/** Millimetres of a body as pixels. */
const PX_PER_M = 300;

/**
 * A head and chest from the front: the chin's point, where the microphone sits, and the stretch
 * that is right.
 */
export function MicPlaceChart({
  belowM,
  turnDeg,
  verdict,
}: {
  belowM: number;
  turnDeg: number;
  verdict: MicPlaceEffect["verdict"];
}) {
  const pointY = 92;
  const micY = pointY + belowM * PX_PER_M;
  const lookPx = 16 * Math.sin((turnDeg * Math.PI) / 180);
  return (
    <svg
      role="img"
      aria-label={CHARTS_TEXTS.microphoneCmBelowTheChins(Math.round(belowM * 100))}
      viewBox="0 0 150 200"
      width={150}
      height={200}
    >
      <Body d="M75,14 c22,0 30,18 30,36 c0,20 -13,34 -30,34 c-17,0 -30,-14 -30,-34 c0,-18 8,-36 30,-36 z" />
      <Body d="M62,82 v12 c-22,4 -46,10 -54,30 v72 h134 v-72 c-8,-20 -32,-26 -54,-30 v-12" />
      <Mouth cx={75 + lookPx} cy={64} rx={7} ry={2.5} />
      <Right x={60} y={pointY + 3} width={30} height={18} />
      <Point x1={58} x2={92} y1={pointY} y2={pointY} />
      <Mic cx={75} cy={micY} r={5.5} data-good={verdict === "right" || undefined} />
    </svg>
  );
}

const Body = styled.path`
  fill: none;
  stroke: var(--soft);
  stroke-width: 2;
`;
const Mouth = styled.ellipse`
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
`;
const Right = styled.rect`
  fill: var(--air);
  opacity: 0.7;
`;
const Point = styled.line`
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 4 3;
`;
const Mic = styled.circle`
  fill: var(--watch);
  stroke: var(--ink);
  stroke-width: 1.5;
  &[data-good] {
    fill: var(--good);
  }
`;
