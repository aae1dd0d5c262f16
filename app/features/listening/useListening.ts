import { itemAt } from "~/core/units/items";
import { useCallback, useEffect, useRef, useState } from "react";
import type { HeardTrack } from "~/workers/listen/listen.api";
import { measureFile, measurePractice, measureSamples } from "~/workers/listen/listen.client";
import {
  clipErrorWords,
  COMPRESSED_WORDS,
  wavErrorWords,
  wavWarningWords,
} from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import { isWave, measureClip } from "./clip";
import type { PracticeLine } from "~/core/training/practiceLine";
import type { LevelChainQuestion } from "~/core/audio/levelChain";

export type Listening =
  | { code: "idle" }
  | { code: "working"; what: string; share: number | null }
  | { code: "recording"; seconds: number; peakDbfs: number }
  | { code: "failed"; words: string }
  | { code: "heard"; from: string; way: Way; tracks: HeardTrack[]; warnings: string[] };

/** Where a voice came from: only what went through the chain says anything of its gains. */
export type Way = "practice" | "file" | "microphone";
/** Called with the first track, and with all of them. */
type OnHeard = (track: HeardTrack, way: Way, tracks: readonly HeardTrack[]) => void;

const LONGEST_S = 20;
/** Hands on what a microphone hears; runs beside the page. */
const TAP =
  "registerProcessor('tap',class extends AudioWorkletProcessor{process(i){const c=i[0]&&i[0][0];if(c)this.port.postMessage(c.slice());return true}})";

/**
 * One thing listened to at a time: a practice talker, a file, or this computer's own microphone.
 */
export function useListening() {
  const [now, setNow] = useState<Listening>({ code: "idle" });
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => () => stop.current(), []);

  const practice = useCallback(
    async (line: PracticeLine, chain: Omit<LevelChainQuestion, "talker">, onHeard: OnHeard) => {
      setNow({ code: "working", what: LEVEL_TEXTS.speaks(line.talker), share: null });
      const running = measurePractice(line, chain);
      stop.current = running.cancel;
      const heard = await running.result;
      if (!heard.ok) {
        setNow(
          heard.error.code === "cancelled"
            ? { code: "idle" }
            : { code: "failed", words: LEVEL_TEXTS.thatCouldNotBeMeasured },
        );
        return;
      }
      setNow({
        code: "heard",
        way: "practice",
        from: `${line.talker}’s ${line.isLoudest ? "loudest " : ""}line`,
        tracks: [heard.value],
        warnings: [],
      });
      onHeard(heard.value, "practice", [heard.value]);
    },
    [],
  );

  const file = useCallback(async (given: File, onHeard: OnHeard) => {
    setNow({ code: "working", what: given.name, share: 0 });
    if (!isWave(given)) {
      const stopping = new AbortController();
      stop.current = () => {
        stopping.abort();
        setNow({ code: "idle" });
      };
      const clip = await measureClip(given);
      if (stopping.signal.aborted) return;
      if (!clip.ok) {
        setNow({ code: "failed", words: clipErrorWords(clip.error, given.name) });
        return;
      }
      const heard = { way: "file", from: given.name, tracks: clip.value } as const;
      setNow({ code: "heard", ...heard, warnings: [COMPRESSED_WORDS] });
      onHeard(itemAt(clip.value, 0), "file", clip.value);
      return;
    }
    const running = measureFile(given, (share) =>
      setNow((n) => (n.code === "working" ? { ...n, share } : n)),
    );
    stop.current = running.cancel;
    const heard = await running.result;
    if (!heard.ok) {
      setNow({
        code: "failed",
        words:
          heard.error.code === "cancelled"
            ? wavErrorWords({ code: "stopped" })
            : LEVEL_TEXTS.thatFileCouldNot,
      });
      return;
    }
    if (!heard.value.ok) {
      setNow({ code: "failed", words: wavErrorWords(heard.value.error) });
      return;
    }
    const { tracks, warnings } = heard.value.value;
    setNow({
      code: "heard",
      way: "file",
      from: given.name,
      tracks,
      warnings: warnings.map(wavWarningWords),
    });
    onHeard(itemAt(tracks, 0), "file", tracks);
  }, []);

  const microphone = useCallback(async (onHeard: OnHeard) => {
    const pieces: Float32Array[] = [];
    try {
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { autoGainControl: false, echoCancellation: false, noiseSuppression: false },
      });
      const context = new AudioContext();
      const address = URL.createObjectURL(new Blob([TAP], { type: "text/javascript" }));
      await context.audioWorklet.addModule(address);
      URL.revokeObjectURL(address);
      const tap = new AudioWorkletNode(context, "tap");
      let peak = 0;
      let shownAt = 0;
      let samples = 0;
      const end = () => {
        stream.getTracks().forEach((t) => t.stop());
        void context.close();
        stop.current = () => undefined;
        if (samples === 0) {
          setNow({ code: "failed", words: LEVEL_TEXTS.nothingCameFromTheMicrophone });
          return;
        }
        const all = new Float32Array(samples);
        pieces.reduce((at, p) => {
          all.set(p, at);
          return at + p.length;
        }, 0);
        setNow({ code: "working", what: LEVEL_TEXTS.thisComputersMicrophone2, share: null });
        void measureSamples(all, context.sampleRate).result.then((heard) => {
          if (!heard.ok) {
            setNow({ code: "failed", words: LEVEL_TEXTS.thatCouldNotBeMeasured2 });
            return;
          }
          setNow({
            code: "heard",
            way: "microphone",
            from: LEVEL_TEXTS.thisComputersMicrophone2,
            tracks: [heard.value],
            warnings: [],
          });
          onHeard(heard.value, "microphone", [heard.value]);
        });
      };
      stop.current = end;
      tap.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
        pieces.push(data);
        samples += data.length;
        peak = Math.max(
          peak * 0.98,
          data.reduce((most, v) => Math.max(most, Math.abs(v)), 0),
        );
        if (samples - shownAt > context.sampleRate / 12) {
          shownAt = samples;
          setNow({
            code: "recording",
            seconds: samples / context.sampleRate,
            peakDbfs: 20 * Math.log10(Math.max(1e-6, peak)),
          });
        }
        if (samples > LONGEST_S * context.sampleRate) end();
      };
      context.createMediaStreamSource(stream).connect(tap);
      setNow({ code: "recording", seconds: 0, peakDbfs: -120 });
    } catch {
      setNow({
        code: "failed",
        words: LEVEL_TEXTS.noMicrophoneThisBrowserGives,
      });
    }
  }, []);

  return {
    now,
    practice,
    file,
    microphone,
    stop: () => stop.current(),
    clear: () => setNow({ code: "idle" }),
  };
}
