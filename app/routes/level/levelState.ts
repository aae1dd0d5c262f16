import { defined, lastOf } from "~/core/units/items";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { AIM_WORDS, controlText, SCHOOL_WORDS } from "~/contract/messages/level";
import { LOUDEST_SPL_AT_1M_DB } from "~/core/audio/levelChain";
import {
  levelChain,
  type LevelChainAnswer,
  type LevelChainQuestion,
} from "~/core/audio/levelChain";
import { adviseGain, type GainControl, type SeenAndHeard } from "~/core/audio/gainAdvice";
import {
  aboveAimDb,
  lackingHeadroomDb,
  LEVEL_AIMS,
  type LevelAimName,
  ON_AIM_DB,
  recommend,
  type Recommendation,
  SCHOOLS,
  type School,
} from "~/core/audio/recommend";
import { LINE_FEED, minds } from "~/core/kit/sources";
import type { MeasuredLevel } from "~/core/channel/facts";
import { type LevelTrap, levelTraps } from "~/core/kit/levelTraps";
import { inputModel, microphoneModel, packModel, receiverModel } from "~/core/kit/models";
import {
  type ChannelKit,
  inputGainsDb,
  levelQuestion,
  type LevelSettings,
  reachableOf,
} from "~/core/kit/setups";

export const SCHOOL_CHOICES = (Object.keys(SCHOOLS) as School[]).map((id) => ({
  id,
  label: SCHOOL_WORDS[id],
}));
export const AIM_CHOICES = (Object.keys(LEVEL_AIMS) as LevelAimName[]).map((id) => ({
  id,
  label: AIM_WORDS[id],
}));

export interface Levels {
  kit: ChannelKit;
  settings: LevelSettings;
  loudestSplAt1mDb: number;
  school: School;
  aim: LevelAimName;
  measured: MeasuredLevel | null;
  /** What lamp and ear said at the settings as they stand; null: nobody was asked. */
  heard: SeenAndHeard | null;
  looked: string[];
  question: LevelChainQuestion;
  /** With the loudest voice, at the settings as they stand. */
  loudest: LevelChainAnswer;
  ordinary: LevelChainAnswer;
  suggested: Record<School, Recommendation>;
  traps: LevelTrap[];
  names: Record<GainControl, string>;
  /** A setting as the unit tells it. */
  show: (control: GainControl, db: number) => string;
  stepsDb: Record<GainControl, readonly number[]>;
}

/** A suggestion that is less quiet than this over what stands is not made. */
const WORTH_DB = 1;

/** What is turned here. */
export type Turned = Pick<
  Levels,
  "settings" | "loudestSplAt1mDb" | "school" | "aim" | "measured" | "heard" | "looked"
> & { microphoneId: string };

/** Whose levels they are, and beside whom. */
export interface LevelAbout {
  view: Pick<DayView, "kit" | "channels">;
  channel: ChannelView;
  /** Whether live loudspeakers stand where it is. */
  hasLoudspeakers: boolean;
}

export type LevelChange =
  | { type: "turned"; change: Partial<Turned> }
  | { type: "set"; settings: Partial<LevelSettings> }
  /** Another voice, microphone, school or aim: the settings follow the suggestion. */
  | { type: "asked"; change: Partial<Turned>; voice: Partial<LevelSettings> };

const nearest = (steps: readonly number[], db: number): number =>
  steps.reduce((best, s) => (Math.abs(s - db) < Math.abs(best - db) ? s : best));

export function levelReducer(about: LevelAbout, now: Turned, change: LevelChange): Turned {
  switch (change.type) {
    case "turned":
      return { ...now, ...change.change };
    case "set":
      return { ...now, settings: { ...now.settings, ...change.settings } };
    case "asked":
      return follow(about, {
        ...now,
        heard: null,
        ...change.change,
        settings: { ...now.settings, ...change.voice },
      });
  }
}

const marginOf = ({ channel }: LevelAbout): number | null =>
  channel.lastPlaceCheck?.marginDb ?? null;

function kitOf({ view, channel }: LevelAbout, microphoneId: string): ChannelKit {
  return {
    receiver: receiverModel(view.kit, channel.receiverModelId),
    pack: packModel(view.kit, channel.packModelId),
    input: inputModel(view.kit, channel.inputId),
    microphone:
      channel.source === "line-feed" ? LINE_FEED : microphoneModel(view.kit, microphoneId),
  };
}

/** Everything that follows from what is turned. */
export function levelsOf(about: LevelAbout, turned: Turned): Levels {
  const { view, channel } = about;
  const kit = kitOf(about, turned.microphoneId);
  const { settings, loudestSplAt1mDb, school, aim } = turned;
  const question = levelQuestion(kit, settings, marginOf(about));
  const reachable = reachableOf(kit);
  const loudest = levelChain({
    ...question,
    talker: { ...question.talker, effort: { splAt1mDb: loudestSplAt1mDb } },
  });
  const ask = (s: School) =>
    recommend({
      ordinary: question,
      loudestSplAt1mDb,
      reachable,
      aim: LEVEL_AIMS[aim],
      school: s,
    });
  const suggested = { low: ask("low"), hot: ask("hot") };
  const linePeakDbu = defined(loudest.stages.find((s) => s.name === "receiver")).peakDbu;
  const others = view.channels
    .filter(
      (c) =>
        c.id !== channel.id &&
        (channel.socket ? c.socket?.id === channel.socket.id : c.inputId === channel.inputId),
    )
    .map((c) => c.talker);
  const stepsDb = {
    pack: reachable.packGainsDb,
    receiver: reachable.outputsDb,
    input: reachable.inputGainsDb,
  };
  const scale = {
    pack: kit.pack.gainScale ?? "db",
    receiver: "db",
    input: kit.input.gain?.scale ?? "db",
  } as const;
  return {
    ...turned,
    kit,
    question,
    loudest,
    ordinary: levelChain(question),
    suggested,
    stepsDb,
    names: { pack: channel.packLabel, receiver: channel.receiverLabel, input: kit.input.name },
    traps: levelTraps(kit, {
      linePeakDbu,
      gainDb: settings.gainDb,
      suggestedGainDb: suggested[school].settings.gainDb,
      others,
      talker: channel.talker,
      hasLoudspeakers: about.hasLoudspeakers && minds(channel.source, kit.microphone),
    }),
    show: (control, db) => controlText(scale[control], db, stepsDb[control]),
  };
}

/** Which one control to turn after the loudest line was measured, or read off a meter. */
export const adviseAfter = (
  levels: Levels,
  line: { peakDbfs: number | null; isPressed: boolean },
): ReturnType<typeof adviseGain> =>
  adviseGain({
    ordinary: levels.question,
    loudestSplAt1mDb: levels.loudestSplAt1mDb,
    measuredPeakDbfs: line.peakDbfs,
    isPressed: line.isPressed,
    reachable: reachableOf(levels.kit),
    aim: LEVEL_AIMS[levels.aim],
    school: levels.school,
  });

/**
 * Whether what is set is as good as what is suggested: nobody turns three controls for a decibel.
 */
export function isAsSuggested({
  settings,
  suggested,
  school,
  aim,
  loudest,
  ordinary,
}: Levels): boolean {
  const best = suggested[school];
  return (
    (best.settings.gainDb === settings.gainDb &&
      best.settings.outputDb === settings.outputDb &&
      best.settings.inputGainDb === settings.inputGainDb) ||
    (lackingHeadroomDb(loudest, SCHOOLS[school].packHeadroomDb) === 0 &&
      Math.abs(aboveAimDb(ordinary, loudest, LEVEL_AIMS[aim])) <= ON_AIM_DB &&
      best.snrDb - lastOf(ordinary.stages).snrDb < WORTH_DB)
  );
}

function follow(about: LevelAbout, t: Turned): Turned {
  const kit = kitOf(about, t.microphoneId);
  const { settings } = recommend({
    ordinary: levelQuestion(kit, t.settings, marginOf(about)),
    loudestSplAt1mDb: t.loudestSplAt1mDb,
    reachable: reachableOf(kit),
    aim: LEVEL_AIMS[t.aim],
    school: t.school,
  });
  return { ...t, settings: { ...t.settings, ...settings } };
}

/**
 * What was kept of this voice and these units; else what is suggested, by the school and aim that
 * were used last on this day.
 */
export function startLevels(about: LevelAbout): Turned {
  const { view, channel } = about;
  const { effort, micDistanceM, peakFactorDb, lastLevel, microphoneId } = channel;
  const newest = view.channels
    .flatMap((c) => (c.lastLevel ? [c.lastLevel] : []))
    .sort((a, b) => b.atMs - a.atMs)[0];
  const kit = kitOf(about, microphoneId);
  const steps = {
    pack: kit.pack.gainStepsDb,
    out: kit.receiver.output.stepsDb,
    input: inputGainsDb(kit.input),
  };
  const base: Turned = {
    microphoneId,
    loudestSplAt1mDb:
      (channel.state.level.code === "set" ? lastLevel?.loudestSplAt1mDb : undefined) ??
      LOUDEST_SPL_AT_1M_DB[effort],
    school: lastLevel?.school ?? newest?.school ?? "low",
    aim: lastLevel?.aim ?? newest?.aim ?? "minus-20",
    measured: null,
    heard: null,
    looked: lastLevel?.looked ?? [],
    settings: { effort, micDistanceM, peakFactorDb, gainDb: 0, outputDb: 0, inputGainDb: 0 },
  };
  const holds =
    lastLevel && (channel.state.level.code === "set" || channel.state.level.code === "clips");
  return holds
    ? {
        ...base,
        settings: {
          ...base.settings,
          gainDb: nearest(steps.pack, lastLevel.gainDb),
          outputDb: nearest(steps.out, lastLevel.outputDb),
          inputGainDb: nearest(steps.input, lastLevel.inputGainDb),
        },
      }
    : follow(about, base);
}
