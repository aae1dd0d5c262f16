import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import styled from "styled-components";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { formatDb, formatDbfs } from "~/contract/messages/format";
import { findingWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import type { GainControl } from "~/core/audio/gainAdvice";
import type { MeasuredLevel } from "~/core/channel/facts";
import { LEVEL_AIMS } from "~/core/audio/recommend";
import type { HeardTrack } from "~/workers/listen/listen.api";
import { TakeChart } from "~/app/charts/take/TakeChart";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import { AdviceNotice } from "./AdviceNotice";
import { ReadMeter } from "./ReadMeter";
import { adviseAfter, type Levels } from "./levelState";
import type { useListening, Way } from "~/app/features/listening/useListening";

const RATE_HZ = 48_000;

interface MeasureProps {
  channel: ChannelView;
  levels: Levels;
  isPractice: boolean;
  listening: ReturnType<typeof useListening>;
  /** At the settings as they stand; null where they were turned since. */
  onMeasured: (measured: MeasuredLevel | null, loudestSplAt1mDb: number) => void;
  onTurn: (control: GainControl, db: number) => void;
}

/** The voice itself: measured, told what stands out, and which one control to turn. */
export function Measure({
  channel,
  levels,
  isPractice,
  listening,
  onMeasured,
  onTurn,
}: MeasureProps) {
  const { now } = listening;
  const [track, setTrack] = useState(0);
  const [take, setTake] = useState(1);
  const [turned, setTurned] = useState<string | null>(null);
  const [isFed, setFed] = useState(false);
  const heard = now.code === "heard" ? (now.tracks[track] ?? itemAt(now.tracks, 0)) : null;
  const judge = (t: HeardTrack) =>
    adviseAfter(levels, {
      peakDbfs: t.voiceDbfs === null ? null : t.peakDbfs,
      isPressed:
        t.findings.some((f) => f.code === "pressed") ||
        (defined(levels.loudest.stages.find((s) => s.name === "transmitter")).headroomDb < 0 &&
          t.clippedSamples > 0),
    });
  // what did not go through the chain says nothing of its gains
  const isChain = now.code === "heard" && (now.way !== "microphone" || isFed);
  const advice = heard && isChain && turned === null ? judge(heard) : null;
  const onHeard = (t: HeardTrack, way: Way) => {
    if (way === "microphone" && !isFed) return;
    const found = judge(t);
    onMeasured(
      measuredOf(t, way),
      found.code === "leave" ? found.loudestSplAt1mDb : levels.loudestSplAt1mDb,
    );
  };
  const say = (isLoudest: boolean) => {
    setTurned(null);
    setTake((n) => n + 1);
    void listening.practice(
      {
        talker: channel.talker,
        effort: levels.settings.effort,
        moves: channel.moves,
        distanceM: levels.settings.micDistanceM,
        peakFactorDb: levels.settings.peakFactorDb,
        isLoudest,
        take,
        sampleRateHz: RATE_HZ,
      },
      levels.question,
      onHeard,
    );
  };
  const turnTo = (control: GainControl, db: number, loudestSplAt1mDb: number) => {
    setTurned(LEVEL_TEXTS.standsAtNowSay(levels.names[control], levels.show(control, db)));
    onTurn(control, db);
    onMeasured(null, loudestSplAt1mDb);
  };
  const isBusy = now.code === "working" || now.code === "recording";
  return (
    <section aria-label={LEVEL_TEXTS.measure}>
      <Heading>{LEVEL_TEXTS.measureTheVoice}</Heading>
      <Stack $gapPx={10}>
        <Row>
          {isPractice && (
            <PrimaryButton isDisabled={isBusy} onPress={() => say(true)}>
              {LEVEL_TEXTS.yourLoudestLine(channel.talker)}
            </PrimaryButton>
          )}
          <FileTrigger
            acceptedFileTypes={[".wav", "audio/*", "video/*"]}
            onSelect={(files) => {
              const given = files?.[0];
              if (given) {
                setTurned(null);
                setTrack(0);
                void listening.file(given, onHeard);
              }
            }}
          >
            <Button isDisabled={isBusy}>{LEVEL_TEXTS.aClipFromCamera}</Button>
          </FileTrigger>
          <Button
            isDisabled={isBusy}
            onPress={() => {
              setTurned(null);
              void listening.microphone(onHeard);
            }}
          >
            {LEVEL_TEXTS.thisComputersMicrophone}
          </Button>
          <SwitchField isSelected={isFed} onChange={setFed}>
            {LEVEL_TEXTS.fedByTheRecorder}
          </SwitchField>
          {isBusy && (
            <QuietButton onPress={listening.stop}>
              {now.code === "recording" ? LEVEL_TEXTS.enough : LEVEL_TEXTS.stop}
            </QuietButton>
          )}
        </Row>
        <ReadMeter levels={levels} onMeasured={onMeasured} onTurn={turnTo} />
        {now.code === "working" && (
          <Progress
            label={LEVEL_TEXTS.listening(now.what)}
            fraction={now.share ?? 0}
            valueText={now.share === null ? "listening" : `${Math.round(now.share * 100)} %`}
          />
        )}
        {now.code === "recording" && (
          <Live role="status">
            <i
              style={{ width: `${Math.max(0, Math.min(100, ((now.peakDbfs + 60) / 60) * 100))}%` }}
              data-hot={now.peakDbfs > -6 || undefined}
            />
            <Figure>{formatDbfs(now.peakDbfs)}</Figure>
            <Soft>{LEVEL_TEXTS.sSay(Math.floor(now.seconds))}</Soft>
          </Live>
        )}
        {now.code === "failed" && <Notice kind="refused">{now.words}</Notice>}
        {now.code === "heard" && heard && (
          <>
            {now.tracks.length > 1 && (
              <SelectField
                label={LEVEL_TEXTS.track}
                value={track}
                onChange={(t) => {
                  setTrack(t);
                  setTurned(null);
                }}
                choices={now.tracks.map((t, i) => ({
                  id: i,
                  label: LEVEL_TEXTS.trackWith(i + 1),
                  detail:
                    t.peakDbfs === null ? "silent" : LEVEL_TEXTS.peaks(formatDbfs(t.peakDbfs)),
                }))}
              />
            )}
            <TakeChart
              outline={heard.outline}
              label={LEVEL_TEXTS.peaksWith(
                now.from,
                heard.peakDbfs === null ? "nothing" : formatDbfs(heard.peakDbfs),
              )}
              aimDbfs={LEVEL_AIMS[levels.aim].loudestPeakDbfs}
            />
            <Figures>
              {(
                [
                  ["peaks", heard.peakDbfs, LEVEL_TEXTS.dbfs],
                  [LEVEL_TEXTS.truePeak, heard.truePeakDbtp, LEVEL_TEXTS.dbtp],
                  ["voice", heard.voiceDbfs, LEVEL_TEXTS.dbfs],
                  ["loudness", heard.integratedLufs, LEVEL_TEXTS.lufs],
                  [LEVEL_TEXTS.loudest3S, heard.shortTermMaxLufs, LEVEL_TEXTS.lufs],
                  ["pauses", heard.noiseFloorDbfs, LEVEL_TEXTS.dbfs],
                  ["crest", heard.crestDb, LEVEL_TEXTS.db2],
                ] as const
              ).map(([name, value, unit]) => (
                <div key={name}>
                  <dt>{name}</dt>
                  <dd>{value === null ? "—" : `${value.toFixed(1).replace("-", "−")} ${unit}`}</dd>
                </div>
              ))}
            </Figures>
            {now.warnings.map((w) => (
              <Notice key={w} kind="caution">
                {w}
              </Notice>
            ))}
            {advice && <AdviceNotice advice={advice} levels={levels} onTurn={turnTo} />}
            {turned && <Notice kind="said">{turned}</Notice>}
            {!isChain && <Soft as="p">{LEVEL_TEXTS.notThroughTheChain}</Soft>}
            {heard.findings.length > 0 && (
              <Found>
                {heard.findings.map((f) => (
                  <li key={f.code}>{findingWords(f)}</li>
                ))}
              </Found>
            )}
            {heard.findings.length === 0 && (
              <Soft as="p">
                {LEVEL_TEXTS.noHumNoRubNo(
                  formatDb(
                    defined(heard.voiceDbfs) - (heard.noiseFloorDbfs ?? defined(heard.voiceDbfs)),
                  ),
                )}
              </Soft>
            )}
          </>
        )}
      </Stack>
    </section>
  );
}

/** A track as it is kept: nothing of what is silent. */
const measuredOf = (t: HeardTrack, way: Way): MeasuredLevel | null =>
  t.peakDbfs === null
    ? null
    : {
        from: way === "file" ? "clip" : way,
        peakDbfs: t.peakDbfs,
        voiceDbfs: t.voiceDbfs,
        pausesDbfs: t.noiseFloorDbfs,
        found: t.findings.map((f) => f.code),
      };

const Figures = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  dt {
    font-size: var(--small);
    color: var(--soft);
  }
  dd {
    font-variant-numeric: tabular-nums;
    font-weight: 600;
  }
`;
const Found = styled.ul`
  list-style: none;
  display: grid;
  gap: 4px;
  li {
    padding-left: 14px;
    border-left: 4px solid var(--watch);
  }
`;
const Live = styled.div`
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 12px;
  align-items: center;
  i {
    display: block;
    height: 22px;
    background: var(--good);
  }
  i[data-hot] {
    background: var(--bad);
  }
`;
