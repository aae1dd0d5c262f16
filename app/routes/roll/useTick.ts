import { useEffect, useRef } from "react";

/**
 * A short, low tick when something goes wrong that was not wrong before; only where sound is
 * wanted.
 */
export function useTick(bad: readonly string[], isSounding: boolean): void {
  const before = useRef(new Set<string>());
  const context = useRef<AudioContext | null>(null);
  const now = bad.join("|");
  useEffect(() => {
    const list = now === "" ? [] : now.split("|");
    const isNew = list.some((b) => !before.current.has(b));
    before.current = new Set(list);
    if (!isNew || !isSounding) return;
    context.current ??= new AudioContext();
    const audio = context.current;
    const gain = audio.createGain();
    gain.gain.setValueAtTime(0.12, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.18);
    const tone = audio.createOscillator();
    tone.frequency.value = 330;
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.2);
  }, [now, isSounding]);
}
