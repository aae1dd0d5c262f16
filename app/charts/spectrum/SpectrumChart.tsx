import { useCallback, useMemo, useState } from "react";
import { formatRfLevel } from "~/contract/messages/format";
import { Maximize2, Minimize2 } from "lucide-react";
import { formatMhz } from "~/core/units/frequencyText";
import { SPECTRUM, viewWords } from "~/contract/messages/spectrum";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { QuietButton } from "~/app/ui/Button/Button";
import { useCanvas } from "~/app/charts/useCanvas";
import { useSize } from "~/app/charts/useSize";
import { FlagLayer } from "./FlagLayer";
import { LimitLine } from "./LimitLine";
import { Overview } from "./Overview";
import * as S from "./SpectrumChart.styles";
import { levelAt, spectrumLayout, type SpectrumData } from "./spectrumLayout";
import { SpectrumTable } from "./SpectrumTable";
import { drawAir } from "./drawAir";
import { type FlagMoving, useSpectrumHands, ZOOM } from "./useSpectrumHands";
import type { View } from "./view";

export interface SpectrumChartProps {
  data: SpectrumData;
  /** What a listener hears instead of the picture. */
  label: string;
  /** Height of the air; absent: the picture takes the room that its parent leaves. */
  airPx?: number;
  rootsPx?: number;
  /** What of it is looked at; null is the whole. Without `onView` it cannot be gone nearer. */
  view?: View | null;
  onView?: (view: View | null) => void;
  /** The noise limit can be dragged. */
  onLimit?: (channelDbm: number) => void;
  /** Our carriers can be taken along the axis: by pointer, or the held one with Enter. */
  moving?: FlagMoving;
  /** It takes the whole window. */
  isFull?: boolean;
  /** Asks for the whole window, or gives it back; absent: it cannot. */
  onFull?: () => void;
}

/**
 * The air over one frequency axis, what we make under it. Pointer, wheel or arrow keys read it out;
 * a drag marks a range to go nearer to, or moves what is looked at.
 */
export function SpectrumChart({
  data: all,
  label,
  airPx,
  rootsPx = 34,
  view = null,
  onView,
  onLimit,
  moving,
  isFull = false,
  onFull,
}: SpectrumChartProps) {
  const { ref, widthPx, heightPx } = useSize<HTMLDivElement>({ widthPx: 860, heightPx: 340 });
  const [hasAllRoots, setAllRoots] = useState(false);
  const whole = useMemo(() => ({ lowHz: all.lowHz, highHz: all.highHz }), [all.lowHz, all.highHz]);
  const shown = view ?? whole;
  const data = useMemo(
    () => ({
      ...all,
      lowHz: shown.lowHz,
      highHz: shown.highHz,
      flags: all.flags.filter((f) => f.frequencyHz >= shown.lowHz && f.frequencyHz <= shown.highHz),
    }),
    [all, shown.lowHz, shown.highHz],
  );
  const layout = useMemo(
    () =>
      spectrumLayout(
        data,
        airPx === undefined || isFull
          ? { widthPx, heightPx, rootsPx }
          : { widthPx, airPx, rootsPx },
      ),
    [data, widthPx, heightPx, airPx, rootsPx, isFull],
  );
  const draw = useCallback(
    (pen: CanvasRenderingContext2D, colour: (name: string) => string) =>
      drawAir(pen, colour, layout, hasAllRoots),
    [layout, hasAllRoots],
  );
  const canvas = useCanvas(widthPx, layout.heightPx, draw);
  const fills = airPx === undefined || isFull;
  const { picture, cursorHz, marked, nearer, handlers } = useSpectrumHands({
    layout,
    shown,
    whole,
    view,
    onView,
    moving,
    isWheelFree: isFull,
  });
  const cursorLevel = cursorHz === null ? null : levelAt(data.traces, cursorHz);
  const cursorIn =
    cursorHz === null ? null : data.taken.find((t) => cursorHz >= t.lowHz && cursorHz < t.highHz);
  const cursorOn =
    cursorHz === null
      ? null
      : data.flags.find(
          (f) => Math.abs(layout.xOf(f.frequencyHz) - layout.xOf(cursorHz)) <= NEAR_PX,
        );
  const readout =
    cursorHz === null
      ? ""
      : [
          CHARTS_TEXTS.mhzWith(formatMhz(cursorHz)),
          cursorLevel === null ? SPECTRUM.notMeasured : formatRfLevel(cursorLevel),
          cursorIn?.label ?? "",
          cursorOn ? `${cursorOn.name ?? cursorOn.mark} ${formatMhz(cursorOn.frequencyHz)}` : "",
        ]
          .filter(Boolean)
          .join(" · ");

  return (
    <S.Frame data-fills={fills || undefined} data-full={isFull || undefined}>
      <S.Room ref={ref} data-fills={fills || undefined}>
        <S.Air ref={canvas} aria-hidden style={{ width: widthPx, height: layout.heightPx }} />
        <S.Picture
          ref={picture}
          role="img"
          aria-label={label}
          tabIndex={0}
          width={widthPx}
          height={layout.heightPx}
          {...handlers}
        >
          {layout.taken.map((t) => (
            <g key={`${t.kind}${t.x}`}>
              <title>{t.label}</title>
              <S.Hover
                x={t.x}
                width={t.width}
                y={layout.axisY - layout.airPx}
                height={layout.airPx}
              />
              {t.labelX !== null && (
                <S.TakenLabel x={t.labelX} y={layout.axisY - layout.airPx + 14}>
                  {t.label}
                </S.TakenLabel>
              )}
            </g>
          ))}
          {layout.levelTicks.map((t) => (
            <g key={t.text}>
              <S.Grid x1={0} x2={widthPx} y1={t.y} y2={t.y} />
              <S.LevelLabel x={3} y={t.y - 3}>
                {t.text}
              </S.LevelLabel>
            </g>
          ))}
          {data.limit && <LimitLine limit={data.limit} layout={layout} onMove={onLimit} />}
          <S.Axis x1={0} x2={widthPx} y1={layout.axisY} y2={layout.axisY} />
          {layout.ticks.map((t) => (
            <g key={t.text}>
              <S.Tick x1={t.x} x2={t.x} y1={layout.axisY} y2={layout.axisY + 5} />
              <S.TickLabel x={t.x} y={layout.heightPx - 6}>
                {t.text}
              </S.TickLabel>
            </g>
          ))}
          <FlagLayer
            flags={layout.flags}
            axisY={layout.axisY}
            airPx={layout.airPx}
            heldId={moving?.heldId ?? null}
            isMovable={moving !== undefined}
          />
          {marked && (
            <S.Marked
              x={marked.fromPx}
              width={marked.toPx - marked.fromPx}
              y={0}
              height={layout.axisY}
            />
          )}
          {cursorHz !== null && cursorHz >= shown.lowHz && cursorHz <= shown.highHz && (
            <S.Cursor
              x1={layout.xOf(cursorHz)}
              x2={layout.xOf(cursorHz)}
              y1={0}
              y2={layout.axisY}
            />
          )}
        </S.Picture>
      </S.Room>
      <S.Foot>
        <S.Readout aria-live="polite">
          {readout ||
            (onView && view === null
              ? SPECTRUM.hint
              : view
                ? viewWords(shown.lowHz, shown.highHz)
                : " ")}
        </S.Readout>
        {view && onView && <Overview data={all} view={shown} onView={onView} />}
        <S.Looks>
          {all.roots.length > 0 && (
            <QuietButton aria-pressed={hasAllRoots} onPress={() => setAllRoots(!hasAllRoots)}>
              {SPECTRUM.allProducts}
            </QuietButton>
          )}
          {onView && (
            <>
              <QuietButton aria-label={SPECTRUM.nearer} onPress={() => nearer(ZOOM)}>
                +
              </QuietButton>
              <QuietButton
                aria-label={SPECTRUM.farther}
                isDisabled={view === null}
                onPress={() => nearer(1 / ZOOM)}
              >
                −
              </QuietButton>
              <QuietButton isDisabled={view === null} onPress={() => onView(null)}>
                {SPECTRUM.whole}
              </QuietButton>
            </>
          )}
          {onFull && (
            <QuietButton aria-label={isFull ? SPECTRUM.leaveFull : SPECTRUM.full} onPress={onFull}>
              {isFull ? <Minimize2 aria-hidden /> : <Maximize2 aria-hidden />}
            </QuietButton>
          )}
        </S.Looks>
      </S.Foot>
      <SpectrumTable data={all} />
    </S.Frame>
  );
}

/** So near to a carrier the cursor stands on it. */
const NEAR_PX = 5;
