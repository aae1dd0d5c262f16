import { type DragEvent, useRef, useState } from "react";
import { formatDbfs } from "~/contract/messages/format";
import { findingWords } from "~/contract/messages/level";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { SOURCE_RULES } from "~/core/kit/sources";
import { chainOf } from "~/core/quick/level";
import type { QuickSet } from "~/core/quick/quickSet";
import type { QuickLevelSet } from "~/core/quick/session";
import { useListening } from "~/app/features/listening/useListening";
import type { HeardTrack } from "~/workers/listen/listen.api";
import { Large } from "./parts";
import * as S from "./quick.styles";

export { loadListening } from "~/workers/listen/listen.client";

const MAX_FINDINGS = 3;
const RATE_HZ = 48_000;

const loudestOf = (tracks: readonly HeardTrack[]): HeardTrack | undefined =>
  tracks.toSorted((a, b) => (b.peakDbfs ?? -Infinity) - (a.peakDbfs ?? -Infinity))[0];

/** A clip of the loudest line, measured on this phone: its peak, and what stands out. */
export function TestClip({
  line,
  onPeak,
}: {
  /** The chain that a simulated talker is sent through; null where there is none. */
  line: { set: QuickSet; level: QuickLevelSet } | null;
  onPeak: (peakDbfs: number, isPressed: boolean) => void;
}) {
  const { now, file, practice, stop } = useListening();
  const [isOver, setOver] = useState(false);
  const [take, setTake] = useState(1);
  const input = useRef<HTMLInputElement>(null);
  const heard = now.code === "heard" ? loudestOf(now.tracks) : undefined;
  const measure = (given: File | undefined) => {
    if (given) void file(given, (_, __, tracks) => tell(loudestOf(tracks)));
  };
  const tell = (t: HeardTrack | undefined) => {
    if (t && t.peakDbfs !== null && t.voiceDbfs !== null)
      onPeak(
        t.peakDbfs,
        t.findings.some((f) => f.code === "pressed"),
      );
  };
  const say = (through: NonNullable<typeof line>) => {
    setTake((n) => n + 1);
    const { micDistanceM, peakFactorDb } = SOURCE_RULES[through.set.source];
    void practice(
      {
        talker: QUICK_TEXTS.practiceTalker,
        effort: through.level.voice,
        moves: "stands",
        distanceM: micDistanceM,
        peakFactorDb,
        isLoudest: true,
        take,
        sampleRateHz: RATE_HZ,
      },
      chainOf(through.set, through.level),
      tell,
    );
  };
  const over = (is: boolean) => (event: DragEvent) => {
    event.preventDefault();
    setOver(is);
  };
  return (
    <S.Drop
      data-over={isOver || undefined}
      onDragOver={over(true)}
      onDragLeave={over(false)}
      onDrop={(event) => {
        over(false)(event);
        measure(event.dataTransfer.files[0]);
      }}
    >
      {line && (
        <Large about={QUICK_TEXTS.practiceLineAbout} onPress={() => say(line)}>
          {QUICK_TEXTS.practiceLine}
        </Large>
      )}
      <input
        ref={input}
        type="file"
        hidden
        accept=".wav,audio/*,video/*"
        onChange={(e) => {
          measure(e.target.files?.[0]);
          // the same file can be chosen again
          e.target.value = "";
        }}
      />
      <Large about={QUICK_TEXTS.measureClipAbout} onPress={() => input.current?.click()}>
        {isOver ? QUICK_TEXTS.dropHere : QUICK_TEXTS.measureClip}
      </Large>
      <div aria-live="polite">
        {now.code === "working" && (
          <S.Hint>
            {now.what}
            {now.share === null ? " …" : ` · ${Math.round(now.share * 100)} %`}
          </S.Hint>
        )}
        {now.code === "failed" && <S.Caution>{now.words}</S.Caution>}
        {now.code === "heard" && (
          <>
            <p>
              {!heard || heard.peakDbfs === null || heard.voiceDbfs === null
                ? QUICK_TEXTS.clipSilent(now.from)
                : QUICK_TEXTS.clipPeaks(now.from, formatDbfs(heard.peakDbfs))}
            </p>
            {heard?.findings.slice(0, MAX_FINDINGS).map((f) => (
              <S.Caution key={f.code}>{findingWords(f)}</S.Caution>
            ))}
          </>
        )}
      </div>
      {now.code === "working" && <Large onPress={stop}>{QUICK_TEXTS.stop}</Large>}
    </S.Drop>
  );
}
