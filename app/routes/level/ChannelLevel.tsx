import { SOURCE_RULES } from "~/core/kit/sources";
import { defined, lastOf } from "~/core/units/items";
import { useState } from "react";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { capital, formatDb, formatDbfs } from "~/contract/messages/format";
import { AIM_WORDS, meterReadingWords, SCHOOL_WORDS } from "~/contract/messages/level";
import { levelAdviceWords } from "~/contract/messages/words";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import type { LevelStage } from "~/core/audio/levelChain";
import type { GainControl } from "~/core/audio/gainAdvice";
import { meterReading } from "~/core/audio/meterReading";
import { aboveAimDb, aimStanding, LEVEL_AIMS, SCHOOLS } from "~/core/audio/recommend";
import { trueSplAt1mDb } from "~/core/training/practiceLine";
import type { MeasuredLevel } from "~/core/channel/facts";
import { measurePractice } from "~/workers/listen/listen.client";
import { type StairControl, StaircaseChart } from "~/app/charts/staircase/StaircaseChart";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
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
import { useListening } from "~/app/features/listening/useListening";

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
  link: LEVEL_TEXTS.radioLink,
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
  keeping,
}: {
  channel: ChannelView;
  isElsewhere: boolean;
  keeping: ReturnType<typeof useIntent<LevelIntent>>;
}) {
  const view = useDay();
  const { levels, microphoneId, turn, set, ask } = useLevels(view, channel);
  const listening = useListening();
  const [outline, setOutline] = useState<number[] | null>(null);
  const { send, isBusy } = keeping;
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
    Pack: controlOf("pack", LEVEL_TEXTS.gain(names.pack)),
    Receiver: controlOf("receiver", LEVEL_TEXTS.output(names.receiver)),
    Input: controlOf("input", LEVEL_TEXTS.gainWith(names.input)),
  };
  const settingOf: Partial<Record<LevelStage["name"], string>> = {
    microphone: LEVEL_TEXTS.dbSpl(Math.round(loudest.splAtMicrophoneDb)),
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
        <Heading>
          {LEVEL_TEXTS.pack(
            channel.talker,
            show("pack", settings.gainDb),
            levels.measured
              ? LEVEL_TEXTS.peaksMeasured(formatDbfs(levels.measured.peakDbfs))
              : LEVEL_TEXTS.loudestPeaksExpected(formatDbfs(loudest.finalPeakDbfs)),
          )}
        </Heading>
        <Sub>
          {LEVEL_TEXTS.anOrdinaryLine(
            first?.code === "fine"
              ? LEVEL_TEXTS.aboveTheLoudestPeaks(aimWords(levels), formatDb(first.headroomDb))
              : first
                ? levelAdviceWords(first)
                : "",
            formatDbfs(ordinary.finalRmsDbfs),
            formatDb(lastOf(ordinary.stages).snrDb),
            NOISE_NAMES[ordinary.noisiestStage],
          )}
        </Sub>
        <Soft as="p">
          {meterReadingWords(
            names.input,
            meterReading(kit.input.meter ?? "dbfs", {
              averageDbfs: ordinary.finalRmsDbfs,
              loudestPeakDbfs: loudest.finalPeakDbfs,
            }),
          )}
        </Soft>
      </div>
      <StaircaseChart
        aimHeadroomDb={SCHOOLS[school].packHeadroomDb}
        label={LEVEL_TEXTS.headroomOverTheLoudestPeaks(
          formatDb(defined(loudest.stages.find((s) => s.name === "transmitter")).headroomDb),
          formatDb(end.headroomDb),
        )}
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
          <PrimaryButton isDisabled={isBusy} onPress={() => keep()}>
            {LEVEL_TEXTS.save(channel.talker)}
          </PrimaryButton>
        ) : (
          <PrimaryButton
            isDisabled={isBusy}
            onPress={() => {
              set(best.settings);
              turn({ measured: null, heard: null });
            }}
          >
            {LEVEL_TEXTS.usingOut(
              show("pack", best.settings.gainDb),
              show("receiver", best.settings.outputDb),
              show("input", best.settings.inputGainDb),
            )}
          </PrimaryButton>
        )}
        {!isAsSuggested(levels) && (
          <Button isDisabled={isBusy} onPress={() => keep()}>
            {LEVEL_TEXTS.saveWith(keptWords(levels))}
          </Button>
        )}
      </Row>
      {isElsewhere && (
        <Notice kind="caution">{LEVEL_TEXTS.wasChangedElsewhereTheScreen(channel.talker)}</Notice>
      )}
      {more.length > 0 && <Notice kind="caution">{more.map(levelAdviceWords).join(" ")}</Notice>}
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
      {SOURCE_RULES[channel.source].hasChinRule && (
        <MicrophonePlace
          key={`place ${channel.id}`}
          pattern={kit.microphone.pattern ?? "omni"}
          distanceM={settings.micDistanceM}
          onDistance={(micDistanceM) => ask({ voice: { micDistanceM }, measured: null })}
        />
      )}
      <KeptLevels channel={channel} levels={levels} />
      <Soft as="p">
        {LEVEL_TEXTS.noAutomaticGain(kit.input.kind === "mic" ? "camera" : "recorder")}
      </Soft>
    </Stack>
  );
}

/** What each school costs, in decibels. */
function schoolsWords({ suggested: { low, hot }, show, aim }: Levels): string {
  const room = (r: typeof low) =>
    defined(r.loudest.stages.find((s) => s.name === "transmitter")).headroomDb;
  const quieter = hot.snrDb - low.snrDb;
  const line = (name: "low" | "hot", r: typeof low) =>
    LEVEL_TEXTS.freeOverTheLoudest(
      SCHOOL_WORDS[name],
      show("pack", r.settings.gainDb),
      formatDb(room(r)),
      r.keepsHeadroom ? "" : LEVEL_TEXTS.lessThanItWants,
    );
  const off =
    Math.abs(low.offAimDb) > 2
      ? LEVEL_TEXTS.lowAtThePack(
          formatDb(Math.abs(low.offAimDb)),
          low.offAimDb > 0 ? "over" : "under",
        )
      : "";
  // what the room gives comes in at the microphone: no gain after it parts it from the voice
  return LEVEL_TEXTS.hotIsNeitherLets(
    capital(line("low", low)),
    line("hot", hot),
    Math.abs(quieter) < 0.5
      ? LEVEL_TEXTS.noQuieterHere
      : LEVEL_TEXTS.quieterBehindTheVoice(formatDb(quieter)),
    off,
    formatDbfs(LEVEL_AIMS[aim].averageDbfs),
    formatDbfs(LEVEL_AIMS[aim].loudestPeakDbfs),
    AIM_WORDS[aim],
  );
}

/** How the end stands to its aim: as measured, else as calculated. */
function aimWords({ ordinary, loudest, aim, measured, suggested, school }: Levels): string {
  const offDb = offAimDbOf({ ordinary, loudest, aim, measured });
  const by = measured ? LEVEL_TEXTS.measuredBy : LEVEL_TEXTS.calculatedBy;
  const standing = aimStanding(offDb, suggested[school].offAimDb);
  return standing === "on"
    ? LEVEL_TEXTS.onItsAim(by)
    : LEVEL_TEXTS.itsAim(formatDb(Math.abs(offDb)), standing, by);
}

/** What keeping leaves aside. */
function keptWords(levels: Levels): string {
  const offDb = offAimDbOf(levels);
  return aimStanding(offDb, levels.suggested[levels.school].offAimDb) === "on"
    ? LEVEL_TEXTS.notAsAdvised
    : LEVEL_TEXTS.itsAimWith(formatDb(Math.abs(offDb)), offDb > 0 ? "over" : "under");
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
