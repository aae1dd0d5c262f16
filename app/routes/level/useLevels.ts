import { defined } from "~/core/units/items";
import { useMemo, useState } from "react";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { AIM_WORDS, controlText, SCHOOL_WORDS } from "~/contract/messages/level";
import { LOUDEST_SPL_AT_1M_DB } from "~/core/audio/levelChain";
import {
  levelChain,
  type LevelChainAnswer,
  type LevelChainQuestion,
} from "~/core/audio/levelChain";
import type { GainControl } from "~/core/audio/gainAdvice";
import {
  LEVEL_AIMS,
  type LevelAimName,
  recommend,
  type Recommendation,
  SCHOOLS,
  type School,
} from "~/core/audio/recommend";
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
  looked: string[];
  question: LevelChainQuestion;
  /** With the loudest voice, at the settings as they stand. */
  loudest: LevelChainAnswer;
  ordinary: LevelChainAnswer;
  suggested: Record<School, Recommendation>;
  traps: LevelTrap[];
  names: Record<GainControl, string>;
  /** A setting as the unit tells it. */
  show: (knob: GainControl, db: number) => string;
  stepsDb: Record<GainControl, readonly number[]>;
}

type Turned = Pick<
  Levels,
  "settings" | "loudestSplAt1mDb" | "school" | "aim" | "measured" | "looked"
> & { microphoneId: string };

const nearest = (steps: readonly number[], db: number): number =>
  steps.reduce((best, s) => (Math.abs(s - db) < Math.abs(best - db) ? s : best));

/** Everything about one channel's levels: what is turned here, and what follows from it at once. */
export function useLevels(view: DayView, channel: ChannelView) {
  const [receiver, pack, input] = [
    receiverModel(view.kit, channel.receiverModelId),
    packModel(view.kit, channel.packModelId),
    inputModel(view.kit, channel.inputId),
  ];
  const marginDb = channel.lastPlaceCheck?.marginDb ?? null;
  const [turned, setTurned] = useState<Turned>(() => start(view, channel));
  const kit = useMemo(
    () => ({ receiver, pack, input, microphone: microphoneModel(view.kit, turned.microphoneId) }),
    [receiver, pack, input, turned.microphoneId, view.kit],
  );
  const levels = useMemo((): Levels => {
    const { settings, loudestSplAt1mDb, school, aim } = turned;
    const question = levelQuestion(kit, settings, marginDb);
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
      .filter((c) => c.id !== channel.id && c.inputId === channel.inputId)
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
      }),
      show: (knob, db) => controlText(scale[knob], db, stepsDb[knob]),
    };
  }, [turned, kit, marginDb, view.channels, channel]);
  const turn = (change: Partial<Turned>) => setTurned((t) => ({ ...t, ...change }));
  const set = (change: Partial<LevelSettings>) =>
    setTurned((t) => ({ ...t, settings: { ...t.settings, ...change } }));
  /** Another voice, microphone, school or aim: the settings follow the suggestion. */
  const ask = (change: Partial<Turned> & { voice?: Partial<LevelSettings> }) =>
    setTurned((t) =>
      follow(
        view,
        channel,
        { ...t, ...change, settings: { ...t.settings, ...change.voice } },
        marginDb,
      ),
    );
  return { levels, microphoneId: turned.microphoneId, turn, set, ask };
}

function follow(view: DayView, channel: ChannelView, t: Turned, marginDb: number | null): Turned {
  const kit = {
    receiver: receiverModel(view.kit, channel.receiverModelId),
    pack: packModel(view.kit, channel.packModelId),
    input: inputModel(view.kit, channel.inputId),
    microphone: microphoneModel(view.kit, t.microphoneId),
  };
  const { settings } = recommend({
    ordinary: levelQuestion(kit, t.settings, marginDb),
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
function start(view: DayView, channel: ChannelView): Turned {
  const { effort, micDistanceM, peakFactorDb, lastLevel, microphoneId } = channel;
  const newest = view.channels
    .flatMap((c) => (c.lastLevel ? [c.lastLevel] : []))
    .sort((a, b) => b.atMs - a.atMs)[0];
  const steps = {
    pack: packModel(view.kit, channel.packModelId).gainStepsDb,
    out: receiverModel(view.kit, channel.receiverModelId).output.stepsDb,
    input: inputGainsDb(inputModel(view.kit, channel.inputId)),
  };
  const base: Turned = {
    microphoneId,
    loudestSplAt1mDb:
      (channel.state.level.code === "set" ? lastLevel?.loudestSplAt1mDb : undefined) ??
      LOUDEST_SPL_AT_1M_DB[effort],
    school: lastLevel?.school ?? newest?.school ?? "low",
    aim: lastLevel?.aim ?? newest?.aim ?? "minus-20",
    measured: null,
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
    : follow(view, channel, base, channel.lastPlaceCheck?.marginDb ?? null);
}
