import { attentionWords } from "~/contract/messages/roll";
import { channelState } from "~/core/channel/channelState";
import { nextSteps, type Step } from "~/core/channel/nextSteps";
import type { Attention } from "~/core/monitor/channelWatch";
import { nextList, sceneChecks } from "~/core/schedule/nextList";
import type { Finding } from "~/core/schedule/prepFindings";
import type { AppContext } from "~/server/services/appContext.server";
import { plannedBatteries } from "./batteries.server";
import { type LoadedDay, loadDay } from "./dayView.server";

/** Our own doing, or told by another line of the list. */
const TOLD_ELSEWHERE: ReadonlySet<Attention["code"]> = new Set([
  "retuning",
  "muted",
  "cells-now",
  "cells-soon",
]);

/** Everything that waits on a day, in the order of the time that is left; nothing of a day that is not there. */
export async function nextListOf(app: AppContext, dayId: number): Promise<Step[]> {
  const loaded = await loadDay(app, dayId);
  if (!loaded) return [];
  const { facts, day, places, prepFacts, findings } = loaded;
  const { nowMs, channels } = facts;
  const cells = plannedBatteries(app, loaded);
  const plan = loaded.drawings.find((d) => d.placeId === day.currentPlaceId)?.plan ?? null;
  const states = channels.map((c) => channelState(facts, c));
  return nextList(
    nextSteps(facts),
    {
      batteries: cells.rows.flatMap((r) => {
        const pack = cells.cells.packs.find((p) => p.packKey === r.packKey && !p.isUnknown);
        const next = pack?.changes[0];
        return next ? [{ channelId: r.channelId, atMs: next.atMs }] : [];
      }),
      checks: sceneChecks(
        prepFacts.scenes,
        channels.map((c, i) => {
          const sync = states[i]?.sync;
          return {
            id: c.id,
            talker: c.talker,
            verifiedAtMs: sync && "atMs" in sync ? sync.atMs : null,
          };
        }),
        nowMs,
      ),
      attention: attentionOf(app, dayId),
      unwalked:
        plan && plan.antennas.length > 0
          ? channels
              .filter((c) => plan.walks.every((w) => w.channelId !== c.id && w.channelId !== null))
              .map((c) => c.id)
          : [],
      preparation: preparationLeft(findings, prepFacts.scenes, nowMs),
    },
    { nowMs, workAtMs: places.find((p) => p.id === day.currentPlaceId)?.startMs ?? nowMs },
  );
}

/** What the roll shows of each channel now: the worst of it. */
function attentionOf(app: AppContext, dayId: number) {
  if (app.roll.followedDayId !== dayId) return [];
  return (app.roll.now?.channels ?? []).flatMap(({ channelId, attention }) => {
    const worst = attention.find((a) => !TOLD_ELSEWHERE.has(a.code));
    if (!worst) return [];
    const { short, long } = attentionWords(worst);
    return [{ channelId, what: short, long }];
  });
}

/** What is wrong with scenes that are still to come today, and when the first of them begins. */
function preparationLeft(
  findings: readonly Finding[],
  scenes: LoadedDay["prepFacts"]["scenes"],
  nowMs: number,
) {
  const ahead = new Map(
    scenes.filter((s) => s.startMs > nowMs).map((s) => [s.number, s.startMs] as const),
  );
  const times = findings.flatMap((f) => {
    const of = "sceneNumbers" in f ? f.sceneNumbers.flatMap((n) => ahead.get(n) ?? []) : [];
    return of.length > 0 ? [Math.min(...of)] : [];
  });
  return times.length > 0 ? { findings: times.length, atMs: Math.min(...times) } : null;
}
