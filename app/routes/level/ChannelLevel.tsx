import { defined, itemAt, lastOf, numberAt } from "~/core/units/items";
import { type ReactNode, useState } from "react";
import styled from "styled-components";
import type { ChannelView } from "~/server/services/day/dayView.server";
import {
  capital,
  formatClock,
  formatDb,
  formatDbfs,
  formatMetres,
} from "~/contract/messages/format";
import { AIM_WORDS, SCHOOL_WORDS, trapWords } from "~/contract/messages/level";
import { levelAdviceWords } from "~/contract/messages/words";
import { LOUDEST_SPL_AT_1M_DB, type LevelStage } from "~/core/audio/levelChain";
import type { GainControl } from "~/core/audio/gainAdvice";
import {
  aboveAimDb,
  lackingHeadroomDb,
  LEVEL_AIMS,
  ON_AIM_DB,
  SCHOOLS,
} from "~/core/audio/recommend";
import { trapKey } from "~/core/kit/levelTraps";
import { trueSplAt1mDb } from "~/core/training/practiceLine";
import type { HeardTrack } from "~/workers/listen/listen.api";
import { measurePractice } from "~/workers/listen/listen.client";
import { type StairControl, StaircaseChart } from "~/app/charts/staircase/StaircaseChart";
import { EFFORTS } from "~/app/features/channel/choices";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { CheckField, SelectField, SliderField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Settings, Split } from "~/app/ui/Page/Split";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import type { useIntent } from "~/app/routes/shared/useIntent";
import { ByEar } from "./ByEar";
import type { LevelIntent } from "./intents";
import { Measure } from "./Measure";
import { MicrophonePlace } from "./MicrophonePlace";
import { AIM_CHOICES, type Levels, SCHOOL_CHOICES, useLevels } from "./useLevels";
import { useListening } from "./useListening";

const STAGE_NAMES: Partial<Record<LevelStage["name"], string>> = {
  microphone: "Microphone",
  transmitter: "Pack",
  receiver: "Receiver",
  input: "Input",
};
const NOISE_NAMES: Record<LevelStage["name"], string> = {
  talker: "voice",
  microphone: "microphone",
  transmitter: "pack",
  link: "radio link",
  receiver: "receiver",
  cable: "lead",
  input: "input",
};
/** A suggestion that is less quiet than this over what stands is not made. */
const WORTH_DB = 1;
const FIELD = { pack: "gainDb", receiver: "outputDb", input: "inputGainDb" } as const;

/**
 * The settings of one channel. What came of keeping them lives above, for a kept channel begins
 * anew with what was stored.
 */
export function ChannelLevel({
  channel,
  isElsewhere,
  chooser,
  keeping,
}: {
  channel: ChannelView;
  isElsewhere: boolean;
  chooser: ReactNode;
  keeping: ReturnType<typeof useIntent<LevelIntent>>;
}) {
  const view = useDay();
  const { levels, microphoneId, turn, set, ask } = useLevels(view, channel);
  const listening = useListening();
  const [outline, setOutline] = useState<number[] | null>(null);
  const { send, reply: answer, isBusy } = keeping;
  const { settings, kit, loudest, ordinary, suggested, school, show, names, stepsDb } = levels;
  const best = suggested[school];
  // as good as the suggestion is good enough: nobody turns three knobs for a decibel
  const isSuggested =
    (best.settings.gainDb === settings.gainDb &&
      best.settings.outputDb === settings.outputDb &&
      best.settings.inputGainDb === settings.inputGainDb) ||
    (lackingHeadroomDb(loudest, SCHOOLS[school].packHeadroomDb) === 0 &&
      Math.abs(aboveAimDb(ordinary, loudest, LEVEL_AIMS[levels.aim])) <= ON_AIM_DB &&
      best.snrDb - lastOf(ordinary.stages).snrDb < WORTH_DB);
  // what was measured was measured at other settings
  const turnKnob = (knob: GainControl, db: number) => {
    set({ [FIELD[knob]]: db });
    turn({ measured: null });
  };
  const [first, ...more] = loudest.advice.filter((a) => a.code !== "phantom-off");
  const end = lastOf(loudest.stages);
  const control = (knob: GainControl, label: string): StairControl => ({
    label,
    db: settings[FIELD[knob]],
    stepsDb: stepsDb[knob],
    text: show(knob, settings[FIELD[knob]]),
    onChange: (db) => turnKnob(knob, db),
  });
  const knobs = {
    Pack: control("pack", `Gain of ${names.pack}`),
    Receiver: control("receiver", `Output of ${names.receiver}`),
    Input: control("input", `Gain, ${names.input}`),
  };
  const settingOf: Partial<Record<LevelStage["name"], string>> = {
    microphone: `${Math.round(loudest.splAtMicrophoneDb)} dB SPL`,
    transmitter: knobs.Pack.text,
    receiver: knobs.Receiver.text,
    input: knobs.Input.text,
  };
  const measured = (heard: HeardTrack | null, loudestSplAt1mDb: number) =>
    turn({
      loudestSplAt1mDb,
      measured:
        heard && heard.peakDbfs !== null
          ? {
              peakDbfs: heard.peakDbfs,
              voiceDbfs: heard.voiceDbfs,
              pausesDbfs: heard.noiseFloorDbfs,
              found: heard.findings.map((f) => f.code),
            }
          : null,
    });
  const keep = () =>
    send({
      intent: "keep",
      channelId: channel.id,
      expectedVersion: channel.version,
      microphoneId,
      settings,
      detail: {
        loudestSplAt1mDb: levels.loudestSplAt1mDb,
        school,
        aim: levels.aim,
        measured: levels.measured,
        looked: levels.looked,
      },
    });
  const choices = (knob: GainControl) =>
    stepsDb[knob].map((db) => ({
      id: db,
      label: show(knob, db),
      ...(show(knob, db) === formatDb(db) ? {} : { detail: formatDb(db) }),
    }));
  return (
    <Stack>
      <div>
        <Answer>{`${channel.talker}: pack at ${show("pack", settings.gainDb)}, loudest peaks at ${formatDbfs(loudest.finalPeakDbfs)}`}</Answer>
        <Sub>{`${first?.code === "fine" ? `In order: ${formatDb(first.headroomDb)} free over the loudest peaks.` : first ? levelAdviceWords(first) : ""} An ordinary line lies at ${formatDbfs(ordinary.finalRmsDbfs)}, ${formatDb(lastOf(ordinary.stages).snrDb)} over the noise, most of it the ${NOISE_NAMES[ordinary.noisiestStage]}’s.`}</Sub>
      </div>
      <Split>
        {chooser}
        <Stack>
          <StaircaseChart
            aimHeadroomDb={SCHOOLS[school].packHeadroomDb}
            label={`Headroom over the loudest peaks: pack ${formatDb(defined(loudest.stages.find((s) => s.name === "transmitter")).headroomDb)}, input ${formatDb(end.headroomDb)}`}
            controls={knobs}
            stages={loudest.stages
              .filter((s) => STAGE_NAMES[s.name] !== undefined)
              .map((s) => ({
                name: defined(STAGE_NAMES[s.name]),
                setting: settingOf[s.name] ?? "",
                headroomDb: s.headroomDb,
                peakToRmsDb: s.peakDbu - s.rmsDbu,
                snrDb: s.snrDb,
              }))}
          />
          <Row>
            <PrimaryButton
              isDisabled={isBusy}
              onPress={keep}
            >{`Keep for ${channel.talker}`}</PrimaryButton>
            {!isSuggested && (
              <Button
                onPress={() => {
                  set(best.settings);
                  turn({ measured: null });
                }}
              >{`Take ${show("pack", best.settings.gainDb)}, ${show("receiver", best.settings.outputDb)} out, ${show("input", best.settings.inputGainDb)} in`}</Button>
            )}
          </Row>
          {isElsewhere && (
            <Notice kind="caution">{`${channel.talker} was changed elsewhere meanwhile: what stands now is shown, and what was turned here gave way.`}</Notice>
          )}
          <ReplyNotice reply={answer} />
          {more.length > 0 && (
            <Notice kind="caution">{more.map(levelAdviceWords).join(" ")}</Notice>
          )}
          <Measure
            key={channel.id}
            channel={channel}
            levels={levels}
            isPractice={view.day.isPractice}
            listening={listening}
            onMeasured={measured}
            onTurn={turnKnob}
          />
          <Heading>Settings</Heading>
          <Settings>
            <SelectField
              label="Voice"
              choices={EFFORTS}
              value={settings.effort}
              onChange={(effort) =>
                ask({
                  voice: { effort },
                  loudestSplAt1mDb: LOUDEST_SPL_AT_1M_DB[effort],
                  measured: null,
                })
              }
            />
            <SliderField
              label="Loudest line, at 1 m"
              value={levels.loudestSplAt1mDb}
              min={50}
              max={100}
              step={1}
              valueText={`${Math.round(levels.loudestSplAt1mDb)} dB`}
              onChange={(loudestSplAt1mDb) => ask({ loudestSplAt1mDb, measured: null })}
            />
            <SelectField
              label="Microphone"
              value={microphoneId}
              choices={view.kit.microphones.map((m) => ({
                id: m.id,
                label: m.name,
                detail: `${m.sensitivityMvPerPa} mV/Pa${m.pattern === "cardioid" ? ", cardioid" : ""}`,
              }))}
              onChange={(id) => ask({ microphoneId: id, measured: null })}
            />
            <SliderField
              label="Mouth to microphone"
              value={settings.micDistanceM}
              min={0.05}
              max={0.6}
              step={0.01}
              valueText={formatMetres(settings.micDistanceM)}
              onChange={(micDistanceM) => ask({ voice: { micDistanceM }, measured: null })}
            />
            <SelectField
              label={knobs.Pack.label}
              choices={choices("pack")}
              value={settings.gainDb}
              onChange={(db) => turnKnob("pack", db)}
            />
            <SelectField
              label={knobs.Receiver.label}
              choices={choices("receiver")}
              value={settings.outputDb}
              onChange={(db) => turnKnob("receiver", db)}
            />
            <SelectField
              label={knobs.Input.label}
              choices={choices("input")}
              value={settings.inputGainDb}
              onChange={(db) => turnKnob("input", db)}
            />
            <SelectField
              label="School"
              choices={SCHOOL_CHOICES}
              value={school}
              onChange={(s) => ask({ school: s, measured: null })}
            />
            <SelectField
              label="Recorder’s line-up"
              choices={AIM_CHOICES}
              value={levels.aim}
              onChange={(aim) => ask({ aim, measured: null })}
            />
          </Settings>
          <Soft as="p">{schoolsWords(levels)}</Soft>
          <ByEar
            levels={levels}
            talker={channel.talker}
            practiceOutline={outline}
            trueLoudestSplAt1mDb={
              view.day.isPractice
                ? trueSplAt1mDb({ talker: channel.talker, effort: settings.effort }, true)
                : null
            }
            onTurn={(db) => turnKnob("pack", db)}
            onBegin={() => {
              if (view.day.isPractice)
                void measurePractice(
                  {
                    talker: channel.talker,
                    effort: settings.effort,
                    moves: "",
                    distanceM: settings.micDistanceM,
                    peakFactorDb: settings.peakFactorDb,
                    isLoudest: true,
                    take: 0,
                    sampleRateHz: 16_000,
                  },
                  {
                    ...levels.question,
                    transmitter: {
                      ...levels.question.transmitter,
                      gainDb: Math.min(...stepsDb.pack),
                    },
                  },
                ).result.then((heard) => setOutline(heard.ok ? heard.value.outline : null));
            }}
          />
          {levels.traps.length > 0 && (
            <section aria-label="Look at">
              <Heading>
                {levels.traps.every((t) => levels.looked.includes(trapKey(t)))
                  ? "Looked at"
                  : "Look at these once"}
              </Heading>
              <Traps>
                {levels.traps.map((t) => {
                  const key = trapKey(t);
                  return (
                    <li key={key}>
                      <CheckField
                        isSelected={levels.looked.includes(key)}
                        onChange={(is) =>
                          turn({
                            looked: is
                              ? [...levels.looked, key]
                              : levels.looked.filter((k) => k !== key),
                          })
                        }
                      >
                        {trapWords(t, names)}
                      </CheckField>
                    </li>
                  );
                })}
              </Traps>
            </section>
          )}
          <MicrophonePlace
            key={`place ${channel.id}`}
            pattern={kit.microphone.pattern ?? "omni"}
            distanceM={settings.micDistanceM}
            onDistance={(micDistanceM) => ask({ voice: { micDistanceM }, measured: null })}
          />
          <Kept channel={channel} levels={levels} />
          <Soft as="p">{`No automatic gain, neither at the pack nor at the ${kit.input.kind === "mic" ? "camera" : "recorder"}. Judge at the far end: what it keeps is what counts. Mind your ears: headphones down before the first take.`}</Soft>
        </Stack>
      </Split>
    </Stack>
  );
}

/** What each school costs, in decibels. */
function schoolsWords({ suggested: { low, hot }, show, aim }: Levels): string {
  const room = (r: typeof low) =>
    defined(r.loudest.stages.find((s) => s.name === "transmitter")).headroomDb;
  const quieter = hot.snrDb - low.snrDb;
  const line = (name: "low" | "hot", r: typeof low) =>
    `${SCHOOL_WORDS[name]}, ${show("pack", r.settings.gainDb)}: ${formatDb(room(r))} free over the loudest${r.keepsHeadroom ? "" : ", less than it wants"}`;
  const off =
    Math.abs(low.offAimDb) > 2
      ? ` Low at the pack, the recorder ends ${formatDb(Math.abs(low.offAimDb))} ${low.offAimDb > 0 ? "over" : "under"} its aim.`
      : "";
  // what the room gives comes in at the microphone: no gain after it parts it from the voice
  return `${capital(line("low", low))}; ${line("hot", hot)}. Hot is ${Math.abs(quieter) < 0.5 ? "no quieter here" : `${formatDb(quieter)} quieter behind the voice`}. Neither lets in more of the room or less: only the microphone’s place does.${off} Aimed at: an ordinary line at ${formatDbfs(LEVEL_AIMS[aim].averageDbfs)}, the loudest peaks no higher than ${formatDbfs(LEVEL_AIMS[aim].loudestPeakDbfs)} (${AIM_WORDS[aim]}).`;
}

/** What was kept of this channel today, and how it drifts. */
function Kept({ channel, levels }: { channel: ChannelView; levels: Levels }) {
  const [isAll, setAll] = useState(false);
  const { levels: kept } = channel;
  if (kept.length === 0) return null;
  const voices = kept.flatMap((k) =>
    typeof k.measured?.voiceDbfs === "number" ? [k.measured.voiceDbfs] : [],
  );
  const drift = voices.length > 1 ? lastOf(voices) - numberAt(voices, 0) : null;
  return (
    <section aria-label="Kept today">
      <Heading>Kept today</Heading>
      {drift !== null && (
        <p>
          {Math.abs(drift) < 2
            ? "The measured voice stayed where it was."
            : `The measured voice drifted by ${formatDb(drift)} since ${formatClock(itemAt(kept, 0).atMs)}.`}
        </p>
      )}
      <Times>
        {(isAll ? kept : kept.slice(-4)).map((k, i) => (
          <li key={`${k.atMs} ${i}`}>
            <Figure>{formatClock(k.atMs)}</Figure>{" "}
            {`${k.effort}, pack ${levels.show("pack", k.gainDb)}, ${formatDb(k.outputDb)} out, ${levels.show("input", k.inputGainDb)} in: peaks ${formatDbfs(k.finalPeakDbfs)}`}
            <Soft>
              {k.measured ? `; measured ${formatDbfs(k.measured.peakDbfs)}` : ""}
              {k.school ? `; ${SCHOOL_WORDS[k.school]}` : ""}
            </Soft>
          </li>
        ))}
      </Times>
      {kept.length > 4 && (
        <Button onPress={() => setAll(!isAll)}>
          {isAll ? "The last four" : `All ${kept.length}`}
        </Button>
      )}
    </section>
  );
}

const Traps = styled.ul`
  list-style: none;
  display: grid;
  gap: 4px;
`;
const Times = styled.ul`
  list-style: none;
  display: grid;
  gap: 2px;
`;
