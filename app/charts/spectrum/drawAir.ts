import { sampleAt } from "~/core/units/items";
import type { SpectrumLayout } from "./spectrumLayout";

const HATCH_PX = 7;

/**
 * The part of the spectrum's picture that has very many points: hatching, silhouettes, the other
 * measurement, the floor, and our products under the spectrum.
 */
export function drawAir(
  pen: CanvasRenderingContext2D,
  colour: (name: string) => string,
  { taken, air, other, floor, roots, density, axisY, widthPx, rootsPx }: SpectrumLayout,
  hasAllRoots: boolean,
): void {
  pen.save();
  pen.beginPath();
  for (const t of taken) pen.rect(t.x, 0, t.width, axisY);
  pen.clip();
  pen.strokeStyle = colour("hatch");
  pen.lineWidth = 1.2;
  pen.beginPath();
  for (const t of taken) {
    // lines of one grid, so that neighbours meet
    for (
      let x = Math.floor((t.x - axisY) / (HATCH_PX * Math.SQRT2)) * HATCH_PX * Math.SQRT2;
      x < t.x + t.width;
      x += HATCH_PX * Math.SQRT2
    ) {
      pen.moveTo(x, axisY);
      pen.lineTo(x + axisY, 0);
    }
  }
  pen.stroke();
  pen.restore();

  pen.strokeStyle = colour("air-edge");
  pen.fillStyle = colour("air");
  pen.lineWidth = 0.8;
  for (const ys of air) {
    pen.beginPath();
    for (const [from, to] of runs(ys)) {
      pen.moveTo(from, axisY);
      for (let c = from; c <= to; c += 1) pen.lineTo(c, sampleAt(ys, c));
      pen.lineTo(Math.min(widthPx, to + 1), axisY);
      pen.closePath();
    }
    pen.fill();
    pen.stroke();
  }
  line(pen, other, colour("accent"), 1, 0.85);
  line(pen, floor, colour("ink"), 1.4, 0.75);
  if (density && hasAllRoots) {
    pen.fillStyle = colour("accent");
    pen.globalAlpha = 0.35;
    for (let c = 0; c < density.length; c += 1)
      pen.fillRect(c, axisY + 1, 1, sampleAt(density, c) * (rootsPx - 4));
    pen.globalAlpha = 1;
  }
  pen.strokeStyle = colour("accent");
  for (const [kind, width, alpha] of [
    ["third3", 1.2, 0.6],
    ["third2", 1.6, 1],
  ] as const) {
    pen.globalAlpha = alpha;
    pen.lineWidth = width;
    pen.beginPath();
    for (const r of roots) {
      if (r.kind !== kind) continue;
      pen.moveTo(r.x, axisY);
      pen.lineTo(r.x, axisY + r.length);
    }
    pen.stroke();
  }
  pen.globalAlpha = 1;
}

function line(
  pen: CanvasRenderingContext2D,
  ys: Float32Array | null,
  colour: string,
  widthPx: number,
  alpha: number,
): void {
  if (!ys) return;
  pen.strokeStyle = colour;
  pen.lineWidth = widthPx;
  pen.globalAlpha = alpha;
  pen.beginPath();
  for (const [from, to] of runs(ys)) {
    pen.moveTo(from, sampleAt(ys, from));
    for (let c = from + 1; c <= to; c += 1) pen.lineTo(c, sampleAt(ys, c));
  }
  pen.stroke();
  pen.globalAlpha = 1;
}

/** Stretches of columns without a hole, as first and last. */
export function runs(ys: Float32Array): [number, number][] {
  const found: [number, number][] = [];
  let from = -1;
  for (let c = 0; c <= ys.length; c += 1) {
    const isHole = c === ys.length || Number.isNaN(sampleAt(ys, c));
    if (!isHole && from < 0) from = c;
    if (isHole && from >= 0) {
      found.push([from, c - 1]);
      from = -1;
    }
  }
  return found;
}
