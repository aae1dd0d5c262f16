import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { formatMhz } from "~/core/units/frequencyText";
import * as S from "./SpectrumChart.styles";
import type { SpectrumLayout } from "./spectrumLayout";

const LANE_PX = 26;

/**
 * Our carriers on the axis: a pole with its mark. One without room for the mark keeps its pole and a
 * point; hover, the cursor and the table tell its name.
 */
export function FlagLayer({
  flags,
  axisY,
  airPx,
  heldId,
  isMovable,
}: {
  flags: SpectrumLayout["flags"];
  axisY: number;
  airPx: number;
  heldId: string | null;
  isMovable: boolean;
}) {
  const top = axisY - airPx;
  // the one that is asked about stands over the others
  const inOrder = [...flags].sort((a, b) => Number(a.id === heldId) - Number(b.id === heldId));
  return inOrder.map((f) => (
    <S.Flag key={f.id} {...(isMovable && f.kind === "own" ? { "data-moves": f.id } : {})}>
      <title>{CHARTS_TEXTS.mhz(f.name ?? f.mark, formatMhz(f.frequencyHz))}</title>
      <S.Pole
        x1={f.x}
        x2={f.x}
        y1={f.labelX === null ? top - 4 : f.lane * LANE_PX + 12}
        y2={axisY}
        data-kind={f.kind}
        {...(f.id === heldId ? { "data-held": true } : {})}
      />
      {f.labelX === null ? (
        <S.Point cx={f.x} cy={top - 4} r={4} data-kind={f.kind} />
      ) : (
        <>
          <S.FlagBox
            data-flag
            x={f.labelX - 16}
            y={f.lane * LANE_PX}
            width={32}
            height={24}
            data-kind={f.kind}
            {...(f.isWrong ? { "data-wrong": true } : {})}
            {...(f.id === heldId ? { "data-held": true } : {})}
          />
          <S.FlagText x={f.labelX} y={f.lane * LANE_PX + 17} data-kind={f.kind}>
            {f.mark}
          </S.FlagText>
        </>
      )}
    </S.Flag>
  ));
}
