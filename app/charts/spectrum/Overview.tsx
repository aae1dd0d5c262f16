import { scaleLinear } from "d3";
import type { PointerEvent } from "react";
import { SPECTRUM } from "~/contract/messages/spectrum";
import * as S from "./SpectrumChart.styles";
import type { SpectrumData } from "./spectrumLayout";
import { panned, type View } from "./view";

const WIDTH_PX = 220;
const HEIGHT_PX = 20;
const MIN_WINDOW_PX = 4;

/** The whole range in small, with what is shown of it: a press or a drag goes there. */
export function Overview({
  data,
  view,
  onView,
}: {
  data: SpectrumData;
  view: View;
  onView: (view: View | null) => void;
}) {
  const whole = { lowHz: data.lowHz, highHz: data.highHz };
  const x = scaleLinear([whole.lowHz, whole.highHz], [0, WIDTH_PX]);
  const go = (event: PointerEvent<SVGSVGElement>) => {
    if (event.buttons === 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = x.invert(event.clientX - event.currentTarget.getBoundingClientRect().left);
    onView(panned(view, whole, at - (view.lowHz + view.highHz) / 2));
  };
  return (
    <S.OverviewPicture
      role="img"
      aria-label={SPECTRUM.overview}
      width={WIDTH_PX}
      height={HEIGHT_PX}
      onPointerDown={go}
      onPointerMove={go}
    >
      <rect x={0} y={HEIGHT_PX - 6} width={WIDTH_PX} height={6} data-whole />
      {data.taken.map((t) => (
        <rect
          key={`${t.kind}${t.lowHz}`}
          x={x(t.lowHz)}
          y={HEIGHT_PX - 6}
          width={Math.max(0, x(t.highHz) - x(t.lowHz))}
          height={6}
          data-taken
        />
      ))}
      {data.flags.map((f) => (
        <line key={f.id} x1={x(f.frequencyHz)} x2={x(f.frequencyHz)} y1={4} y2={HEIGHT_PX} />
      ))}
      <rect
        x={x(view.lowHz)}
        y={1}
        width={Math.max(MIN_WINDOW_PX, x(view.highHz) - x(view.lowHz))}
        height={HEIGHT_PX - 2}
        data-window
      />
    </S.OverviewPicture>
  );
}
