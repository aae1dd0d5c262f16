import { notes } from "~/contract/messages/notes";
import { tuningSpan } from "~/core/devices/tuning";
import { levelChain } from "~/core/audio/levelChain";
import type { SeenAndHeard } from "~/core/audio/gainAdvice";
import { aboveAimDb, LEVEL_AIMS, recommend } from "~/core/audio/recommend";
import { inputModel, microphoneModel, packModel, receiverModel } from "~/core/kit/models";
import { inputGainsDb, levelQuestion, type LevelSettings, reachableOf } from "~/core/kit/setups";
import type { LevelDetail } from "~/core/channel/facts";
import { fail, ok, type Result } from "~/core/units/result";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { ServiceError } from "~/contract/schemas/serviceError";
import {
  type ChannelChange,
  changeChannel,
  type StoredChannel,
} from "~/server/db/repositories/channels.server";
import { insertLevel } from "~/server/db/repositories/records.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** The talker whose channel was kept. */
type Found = { loaded: LoadedDay; channel: StoredChannel };

/** A channel of a day, with all that is loaded of the day. */
export async function findChannel(
  app: AppContext,
  dayId: number,
  channelId: number,
): Promise<Result<Found, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.stored.find((c) => c.id === channelId);
  return channel
    ? ok({ loaded: loaded.value, channel })
    : fail({ code: "not-found", what: "channel" });
}

/** Somebody changed the channel first. */
export const meanwhile = (talker: string, changes: ChannelChange[]) =>
  fail({ code: "changed-meanwhile" as const, talker, changes });

/**
 * Keeps how a channel's levels are set, with what the core computes from it. The voice goes with
 * the channel.
 */
export async function keepLevel(
  app: AppContext,
  dayId: number,
  p: {
    channelId: number;
    expectedVersion: number;
    microphoneId: string;
    settings: LevelSettings;
    detail: Required<Omit<LevelDetail, "with" | "offAim" | "heard">> & {
      heard?: SeenAndHeard | null;
    };
  },
): ServiceResult<string> {
  const found = await findChannel(app, dayId, p.channelId);
  if (!found.ok) return found;
  const { loaded, channel } = found.value;
  const { settings } = p;
  const receiver = receiverModel(loaded.kit, loaded.unit(channel.receiverKey).modelId);
  const pack = packModel(loaded.kit, loaded.unit(channel.packKey).modelId);
  if (!loaded.kit.microphones.some((m) => m.id === p.microphoneId))
    return fail({ code: "setting-unknown", refusal: { code: "no-such-microphone" } });
  if (!pack.gainStepsDb.includes(settings.gainDb))
    return fail({
      code: "setting-unknown",
      refusal: { code: "no-such-step", of: "gain", model: pack.name, askedDb: settings.gainDb },
    });
  if (!receiver.output.stepsDb.includes(settings.outputDb))
    return fail({
      code: "setting-unknown",
      refusal: {
        code: "no-such-step",
        of: "output",
        model: receiver.name,
        askedDb: settings.outputDb,
      },
    });
  const input = inputModel(loaded.kit, channel.inputId);
  if (!inputGainsDb(input).some((g) => Math.abs(g - settings.inputGainDb) < 1e-6))
    return fail({
      code: "setting-unknown",
      refusal: {
        code: "no-such-step",
        of: "gain",
        model: input.name,
        askedDb: settings.inputGainDb,
      },
    });
  const units = { receiver, pack, microphone: microphoneModel(loaded.kit, p.microphoneId), input };
  const question = levelQuestion(units, settings);
  // what is kept holds for the loudest that is expected
  const answer = levelChain({
    ...question,
    talker: { ...question.talker, effort: { splAt1mDb: p.detail.loudestSplAt1mDb } },
  });
  const headroomDb = Math.min(...answer.stages.slice(1).map((s) => s.headroomDb));
  const aim = LEVEL_AIMS[p.detail.aim];
  const best = recommend({
    ordinary: question,
    loudestSplAt1mDb: p.detail.loudestSplAt1mDb,
    reachable: reachableOf(units),
    aim,
    school: p.detail.school,
  });
  const { heard, ...detail } = p.detail;
  const { measured } = detail;
  const offAim = {
    byDb: measured
      ? measured.peakDbfs - aim.loudestPeakDbfs
      : aboveAimDb(levelChain(question), answer, aim),
    bestDb: best.offAimDb,
    from: measured ? ("measured" as const) : ("reckoned" as const),
  };
  const atMs = Math.round(dayNowMs(app, loaded.day));
  const { effort, micDistanceM, peakFactorDb, gainDb, outputDb, inputGainDb } = settings;
  return app.db.write(async (t) => {
    const changes = await changeChannel(
      app.db,
      {
        channelId: channel.id,
        expectedVersion: p.expectedVersion,
        atMs,
        what: notes.levelKept(gainDb, effort),
        change: { effort, micDistanceM, peakFactorDb, microphoneId: p.microphoneId },
      },
      t,
    );
    if (changes) return meanwhile(channel.talker, changes);
    await insertLevel(
      app.db,
      loaded.day.id,
      {
        channelId: channel.id,
        atMs,
        effort,
        gainDb,
        outputDb,
        inputGainDb,
        headroomDb,
        finalPeakDbfs: answer.finalPeakDbfs,
        ...detail,
        ...(heard ? { heard } : {}),
        offAim,
        with: {
          packKey: channel.packKey,
          receiverKey: channel.receiverKey,
          microphoneId: p.microphoneId,
          inputId: channel.inputId,
        },
      },
      t,
    );
    return ok(channel.talker);
  });
}

/**
 * The frequency a path is judged at: the pick, or the middle of what the channel tunes while
 * nothing is picked.
 */
export function checkFrequencyHz(
  { facts, kit, unit }: LoadedDay,
  channelId: number,
): number | null {
  const frequencyHz = pickedHz(facts.plan, channelId);
  const channel = facts.channels.find((c) => c.id === channelId);
  if (frequencyHz !== null && channel?.meets !== "adaptive") return frequencyHz;
  const span = channel
    ? (tuningSpan(channel.tuning) ?? packModel(kit, unit(channel.packKey).modelId).adaptive)
    : null;
  return span ? Math.round((span.lowHz + span.highHz) / 2) : null;
}
