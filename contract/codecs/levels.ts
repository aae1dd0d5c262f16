import type { PackedLevels } from "~/contract/schemas/airView";

const HOLE = -32_768;

export function packLevels(levelsDbm: ArrayLike<number>): PackedLevels {
  const tenths = Int16Array.from(levelsDbm, (l) =>
    Number.isFinite(l) ? Math.max(HOLE + 1, Math.min(32_767, Math.round(l * 10))) : HOLE,
  );
  const bytes = new Uint8Array(tenths.buffer);
  let text = "";
  for (let i = 0; i < bytes.length; i += 8192)
    text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

/** @returns NaN where nothing was measured */
export function unpackLevels(packed: PackedLevels): Float32Array {
  const text = atob(packed);
  const bytes = Uint8Array.from({ length: text.length }, (_, i) => text.charCodeAt(i));
  return Float32Array.from(new Int16Array(bytes.buffer), (t) => (t === HOLE ? NaN : t / 10));
}
