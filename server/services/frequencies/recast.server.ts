import { notes } from "~/contract/messages/notes";
import {
  channelAsked,
  carrierId,
  halvesGroup,
  windowsOf,
} from "~/core/coordination/problem/dayProblem";
import type { RecastOffer } from "~/core/coordination/changing/recast";
import { recastMoves, type RecastMove, takenBy } from "~/core/schedule/recastMoves";
import { type Chain, heldOf } from "~/core/kit/chains";
import { defined } from "~/core/units/items";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { changeChannel, listChannels } from "~/server/db/repositories/channels.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { requireDay } from "~/server/services/day/dayView.server";

/** A way to put a channel on other units, with what the search needs of it. */
export interface OfferedMove extends RecastOffer {
  move: RecastMove;
  /** What each end is called. */
  labels: { receiver: string; half: number | null; pack: string };
}

/** Every way in which the kit lets a channel of the day change hands. */
export async function offeredMoves(
  app: AppContext,
  dayId: number,
): Promise<Result<OfferedMove[], ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { kit, region, units, stored, unit } = loaded.value;
  return ok(
    recastMoves({ kit, region, units, channels: stored }).map((move): OfferedMove => {
      const { asked, to, work, kind, roomLeft, channelId } = move;
      const halves = kit.receivers.find((m) => m.id === unit(to.receiverKey).modelId)?.halves ?? 1;
      return {
        move,
        labels: {
          receiver: unit(to.receiverKey).label,
          half: halves > 1 ? to.half : null,
          pack: unit(to.packKey).label,
        },
        channelId: carrierId(channelId),
        channel: asked && channelAsked(region, asked),
        group: asked && halvesGroup(asked),
        windows: asked ? windowsOf(region, asked) : [],
        minutes: work.reduce((n, w) => n + w.minutes, 0),
        kind,
        roomLeft,
        takes: takenBy(defined(stored.find((c) => c.id === channelId)), to),
      };
    }),
  );
}

/** One channel and the units it goes on. */
export interface PutOn {
  channelId: number;
  expectedVersion: number;
  to: Chain;
}

/**
 * Puts channels on other units, all of them or none. Refused where one was changed meanwhile, or
 * where a unit carries another channel by then.
 * @returns what takes it back
 */
export async function putOnUnits(
  app: AppContext,
  dayId: number,
  moves: readonly PutOn[],
): Promise<Result<{ talkers: string[]; before: PutOn[] }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, kit, units } = loaded.value;
  return app.db.write(
    async (t): Promise<Result<{ talkers: string[]; before: PutOn[] }, ServiceError>> => {
      const stored = await listChannels(app.db, dayId, t);
      const after = stored.map((c) => ({
        ...c,
        ...moves.find((m) => m.channelId === c.id)?.to,
      }));
      for (const { channelId, to } of moves) {
        if (!stored.some((c) => c.id === channelId))
          return fail({ code: "not-found", what: "channel" });
        const receiver = units.find((u) => u.key === to.receiverKey && u.kind === "receiver");
        const halves = kit.receivers.find((m) => m.id === receiver?.modelId)?.halves ?? 0;
        if (to.half >= halves || !units.some((u) => u.key === to.packKey && u.kind === "pack"))
          return fail({ code: "not-found", what: "unit" });
        for (const other of after) {
          const unit = other.id === channelId ? null : heldOf(other, to);
          if (unit)
            return fail({
              code: "setting-unknown",
              refusal: { code: "held-by", talker: other.talker, unit },
            });
        }
      }
      // what was changed meanwhile comes first: nothing is written before it is refused
      const versionOf = (m: PutOn) => stored.find((c) => c.id === m.channelId)?.version;
      const isStale = (m: PutOn) => versionOf(m) !== m.expectedVersion;
      const inOrder = [...moves].sort((a, b) => Number(isStale(b)) - Number(isStale(a)));
      const done: { talkers: string[]; before: PutOn[] } = { talkers: [], before: [] };
      for (const { channelId, expectedVersion, to } of inOrder) {
        const channel = defined(stored.find((c) => c.id === channelId));
        const changes = await changeChannel(
          app.db,
          {
            channelId,
            expectedVersion,
            atMs: Math.round(dayNowMs(app, day)),
            what: notes.partsChanged(Object.keys(to)),
            change: to,
          },
          t,
        );
        if (changes) return fail({ code: "changed-meanwhile", talker: channel.talker, changes });
        const { talker, receiverKey, half, packKey } = channel;
        done.talkers.push(talker);
        done.before.push({
          channelId,
          expectedVersion: expectedVersion + 1,
          to: { receiverKey, half, packKey },
        });
      }
      return ok(done);
    },
  );
}
