import { defined, lastOf } from "~/core/units/items";
import { type ReactNode, useState } from "react";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { capital, formatDb, formatDbfs } from "~/contract/messages/format";
import { AIM_WORDS, SCHOOL_WORDS } from "~/contract/messages/level";
import { levelAdviceWords } from "~/contract/messages/words";
import type { LevelStage } from "~/core/audio/levelChain";
import type { GainControl } from "~/core/audio/gainAdvice";
import { aboveAimDb, aimStanding, LEVEL_AIMS, SCHOOLS } from "~/core/audio/recommend";
import { trueSplAt1mDb } from "~/core/training/practiceLine";
import type { MeasuredLevel } from "~/core/channel/facts";
import { measurePractice } from "~/workers/listen/listen.client";
import { type StairControl, StaircaseChart } from "~/app/charts/staircase/StaircaseChart";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Split } from "~/app/ui/Page/Split";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import type { useIntent } from "~/app/routes/shared/useIntent";
import { ByEar } from "./ByEar";
import { PracticeByEar } from "./PracticeByEar";
import type { LevelIntent } from "./intents";
import { KeptLevels } from "./KeptLevels";
import { LevelSettings } from "./LevelSettings";
import { LookAt } from "./LookAt";
import { Measure } from "./Measure";
import { MicrophonePlace } from "./MicrophonePlace";
import { isAsSuggested, type Levels } from "./levelState";
import { useLevels } from "./useLevels";
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
  // what was measured was measured at other settings
  const turnGain = (which: GainControl, db: number) => {
    set({ [FIELD[which]]: db });
    turn({ measured: null, heard: null });
  };
  const [first, ...more] = loudest.advice.filter((a) => a.code !== "phantom-off");
  const end = lastOf(loudest.stages);
  const controlOf = (which: GainControl, label: string): StairControl => ({
    label,
    db: settings[FIELD[which]],
    stepsDb: stepsDb[which],
    text: show(which, settings[FIELD[which]]),
    onChange: (db) => turnGain(which, db),
  });
  const controls = {
    Pack: controlOf("pack", `Gain of ${names.pack}`),
    Receiver: controlOf("receiver", `Output of ${names.receiver}`),
    Input: controlOf("input", `Gain, ${names.input}`),
  };
  const settingOf: Partial<Record<LevelStage["name"], string>> = {
    microphone: `${Math.round(loudest.splAtMicrophoneDb)} dB SPL`,
    transmitter: controls.Pack.text,
    receiver: controls.Receiver.text,
    input: controls.Input.text,
  };
  const measured = (found: MeasuredLevel | null, loudestSplAt1mDb: number) =>
    turn({ loudestSplAt1mDb, measured: found });
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
        heard: levels.heard,
        looked: levels.looked,
      },
    });
  return (
    <Stack>
      <div>
        <Answer>{`${channel.talker}: pack at ${show("pack", settings.gainDb)}, ${levels.measured ? `peaks measured at ${formatDbfs(levels.measured.peakDbfs)}` : `loudest peaks expected at ${formatDbfs(loudest.finalPeakDbfs)}`}`}</Answer>
        <Sub>{`${first?.code === "fine" ? `${aimWords(levels)} ${formatDb(first.headroomDb)} free over the loudest peaks.` : first ? levelAdviceWords(first) : ""} An ordinary line lies at ${formatDbfs(ordinary.finalRmsDbfs)}, ${formatDb(lastOf(ordinary.stages).snrDb)} over the noise, most of it the ${NOISE_NAMES[ordinary.noisiestStage]}’s.`}</Sub>
      </div>
      <Split>
        {chooser}
        <Stack>
          <StaircaseChart
            aimHeadroomDb={SCHOOLS[school].packHeadroomDb}
            label={`Headroom over the loudest peaks: pack ${formatDb(defined(loudest.stages.find((s) => s.name === "transmitter")).headroomDb)}, input ${formatDb(end.headroomDb)}`}
            controls={controls}
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
            {isAsSuggested(levels) ? (
              <PrimaryButton
                isDisabled={isBusy}
                onPress={() => keep()}
              >{`Keep for ${channel.talker}`}</PrimaryButton>
            ) : (
              <PrimaryButton
                isDisabled={isBusy}
                onPress={() => {
                  set(best.settings);
                  turn({ measured: null, heard: null });
                }}
              >{`Take ${show("pack", best.settings.gainDb)}, ${show("receiver", best.settings.outputDb)} out, ${show("input", best.settings.inputGainDb)} in`}</PrimaryButton>
            )}
            {!isAsSuggested(levels) && (
              <Button isDisabled={isBusy} onPress={() => keep()}>
                {`Keep as it is, ${keptWords(levels)}`}
              </Button>
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
            onTurn={turnGain}
          />
          <LevelSettings
            microphones={view.kit.microphones}
            microphoneId={microphoneId}
            levels={levels}
            controls={controls}
            ask={ask}
          />
          <Soft as="p">{schoolsWords(levels)}</Soft>
          {view.day.isPractice ? (
            <PracticeByEar
              levels={levels}
              talker={channel.talker}
              practiceOutline={outline}
              trueLoudestSplAt1mDb={trueSplAt1mDb(
                { talker: channel.talker, effort: settings.effort },
                true,
              )}
              onTurn={(db) => turnGain("pack", db)}
              onBegin={() => {
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
          ) : (
            <ByEar
              levels={levels}
              talker={channel.talker}
              onTurn={(db) => turnGain("pack", db)}
              onHeard={(heard) => turn({ heard })}
              onLoudest={(loudestSplAt1mDb) => ask({ loudestSplAt1mDb, measured: null })}
            />
          )}
          <LookAt levels={levels} onLooked={(looked) => turn({ looked })} />
          <MicrophonePlace
            key={`place ${channel.id}`}
            pattern={kit.microphone.pattern ?? "omni"}
            distanceM={settings.micDistanceM}
            onDistance={(micDistanceM) => ask({ voice: { micDistanceM }, measured: null })}
          />
          <KeptLevels channel={channel} levels={levels} />
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

/** How the end stands to its aim: by what was measured, else by what is reckoned. */
function aimWords({ ordinary, loudest, aim, measured, suggested, school }: Levels): string {
  const offDb = offAimDbOf({ ordinary, loudest, aim, measured });
  const by = measured ? "measured" : "reckoned";
  const standing = aimStanding(offDb, suggested[school].offAimDb);
  return standing === "on"
    ? `On its aim, ${by}:`
    : `${formatDb(Math.abs(offDb))} ${standing} its aim, ${by}:`;
}

/** What keeping leaves aside. */
function keptWords(levels: Levels): string {
  const offDb = offAimDbOf(levels);
  return aimStanding(offDb, levels.suggested[levels.school].offAimDb) === "on"
    ? "not as advised"
    : `${formatDb(Math.abs(offDb))} ${offDb > 0 ? "over" : "under"} its aim`;
}

const offAimDbOf = ({
  ordinary,
  loudest,
  aim,
  measured,
}: Pick<Levels, "ordinary" | "loudest" | "aim" | "measured">): number =>
  measured
    ? measured.peakDbfs - LEVEL_AIMS[aim].loudestPeakDbfs
    : aboveAimDb(ordinary, loudest, LEVEL_AIMS[aim]);
