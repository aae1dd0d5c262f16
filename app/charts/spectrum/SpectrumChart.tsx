import { useId, useMemo, useState, type KeyboardEvent, type PointerEvent } from "react";
import { formatMhz } from "../../../core/units/frequencyText";
import { useWidth } from "../useWidth";
import * as S from "./SpectrumChart.styles";
import { levelAt, spectrumLayout, type SpectrumData } from "./spectrumLayout";

export interface SpectrumChartProps {
  data: SpectrumData;
  /** What a listener hears instead of the picture. */
  label: string;
  airPx?: number;
  rootsPx?: number;
}

const KEY_STEP_HZ = 25_000;
const KEY_LEAP_HZ = 1_000_000;

/** The spine: above it the air, below it what we make. Pointer or arrow keys read it out. */
export function SpectrumChart({ data, label, airPx = 150, rootsPx = 34 }: SpectrumChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(860);
  const hatchId = useId();
  const layout = useMemo(() => spectrumLayout(data, { widthPx, airPx, rootsPx }), [data, widthPx, airPx, rootsPx]);
  const [cursorHz, setCursorHz] = useState<number | null>(null);

  const follow = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    setCursorHz(snap(layout.frequencyAtPx(event.clientX - box.left)));
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -KEY_STEP_HZ, ArrowRight: KEY_STEP_HZ, PageDown: -KEY_LEAP_HZ, PageUp: KEY_LEAP_HZ }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const from = cursorHz ?? (data.lowHz + data.highHz) / 2;
    setCursorHz(snap(Math.min(data.highHz, Math.max(data.lowHz, from + by))));
  };
  const cursorLevel = cursorHz === null ? null : levelAt(data.traces, cursorHz);
  const cursorIn = cursorHz === null ? null : data.taken.find((t) => cursorHz >= t.lowHz && cursorHz < t.highHz);
  const readout = cursorHz === null ? "" : [`${formatMhz(cursorHz)} MHz`, cursorLevel === null ? "not measured" : `−${Math.abs(Math.round(cursorLevel))} dBm`, cursorIn?.label ?? ""].filter(Boolean).join(" · ");

  return (
    <S.Frame ref={ref}>
      <S.Picture
        role="img" aria-label={label} tabIndex={0} width={widthPx} height={layout.heightPx}
        onPointerMove={follow} onPointerDown={follow} onPointerLeave={() => setCursorHz(null)} onKeyDown={step} onBlur={() => setCursorHz(null)}
      >
        <defs>
          <pattern id={hatchId} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="7" stroke="var(--hatch)" strokeWidth="2.4" />
          </pattern>
        </defs>
        {layout.taken.map((t) => (
          <g key={`${t.kind}${t.x}`}>
            <rect x={t.x} y={0} width={t.width} height={layout.spineY} fill={`url(#${hatchId})`} />
            {t.labelX !== null && <S.TakenLabel x={t.labelX} y={layout.spineY - airPx + 14}>{t.label}</S.TakenLabel>}
          </g>
        ))}
        {layout.levelTicks.map((t) => (
          <g key={t.text}>
            <S.Grid x1={0} x2={widthPx} y1={t.y} y2={t.y} />
            <S.LevelLabel x={3} y={t.y - 3}>{t.text}</S.LevelLabel>
          </g>
        ))}
        {layout.silhouettes.map((d, i) => <S.Silhouette key={i} d={d} />)}
        {layout.otherPath && <S.Other d={layout.otherPath} />}
        {layout.floorPath && <S.Floor d={layout.floorPath} />}
        {layout.quietY !== null && (
          <>
            <S.Quiet x1={0} x2={widthPx} y1={layout.quietY} y2={layout.quietY} />
            <S.QuietLabel x={widthPx - 4} y={layout.quietY - 5}>{`quiet enough below −${-data.quietBelowDbm!} dBm`}</S.QuietLabel>
          </>
        )}
        {layout.roots.map((r, i) => <S.Root key={i} x1={r.x} x2={r.x} y1={layout.spineY} y2={layout.spineY + r.length} data-kind={r.kind} />)}
        <S.Spine x1={0} x2={widthPx} y1={layout.spineY} y2={layout.spineY} />
        {layout.ticks.map((t) => (
          <g key={t.text}>
            <S.Tick x1={t.x} x2={t.x} y1={layout.spineY} y2={layout.spineY + 5} />
            <S.TickLabel x={t.x} y={layout.heightPx - 6}>{t.text}</S.TickLabel>
          </g>
        ))}
        {layout.flags.map((f) => (
          <g key={f.id} data-kind={f.kind}>
            <S.Pole x1={f.x} x2={f.x} y1={f.lane * 26 + 12} y2={layout.spineY} data-kind={f.kind} />
            <S.FlagBox x={f.labelX - 16} y={f.lane * 26} width={32} height={24} data-kind={f.kind} />
            <S.FlagText x={f.labelX} y={f.lane * 26 + 17} data-kind={f.kind}>{f.mark}</S.FlagText>
          </g>
        ))}
        {cursorHz !== null && <S.Cursor x1={layout.xOf(cursorHz)} x2={layout.xOf(cursorHz)} y1={0} y2={layout.spineY} />}
      </S.Picture>
      <S.Readout aria-live="polite">{readout || " "}</S.Readout>
    </S.Frame>
  );
}

const snap = (hz: number): number => Math.round(hz / KEY_STEP_HZ) * KEY_STEP_HZ;
