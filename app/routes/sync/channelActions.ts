import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import type { ChannelView, DayView, PackView } from "~/server/services/day/dayView.server";
import { canBeSet } from "~/core/devices/tuning";
import { pairing } from "~/core/kit/match";
import { packModel, receiverModel } from "~/core/kit/models";
import { settingSteps } from "~/core/kit/settingSteps";
import type { SyncIntent } from "./intents";

/** A button, and what it asks for. */
export interface SyncAction {
  label: string;
  intent: SyncIntent;
  /** A guest on a phone does not get it. */
  isCartsOnly?: true;
  /** Beside the first. */
  isQuiet?: true;
}

/** What there is to do for a channel now. */
export interface NextForChannel {
  actions: SyncAction[];
  /** Said where nothing can be pressed. */
  note?: string;
  /** Names and keys are given on a sheet of their own. */
  asksForNames?: true;
}

/** Where a unit that is driven stands, the one thing to do about it, and what else might help. */
export function nextActionOf(view: DayView, c: ChannelView): NextForChannel {
  const { sync } = c.state;
  const proving: SyncAction = {
    label:
      sync.status === "done" || sync.status === "problem"
        ? SYNC_TEXTS.verifyAgain
        : SYNC_TEXTS.verify,
    intent: { intent: "prove", channelId: c.id },
  };
  const again: SyncAction = { ...proving, label: SYNC_TEXTS.verifyAgain, isQuiet: true };
  const syncing: SyncAction = {
    label: SYNC_TEXTS.sync(c.packLabel),
    intent: { intent: "sync-pack", channelId: c.id },
  };
  const pairing: SyncAction = {
    label: SYNC_TEXTS.pair(c.packLabel, c.receiverLabel),
    intent: { intent: "pair", channelId: c.id },
    isCartsOnly: true,
  };
  switch (sync.code) {
    case "no-frequency":
      return { actions: [] };
    case "pack-cannot":
    case "pack-wont-go": {
      const other = freePackFor(view, c);
      if (!other) return { actions: [], note: SYNC_TEXTS.noFreePackGoesThere };
      const { key: packKey, label } = other;
      return {
        actions: [
          {
            label: SYNC_TEXTS.give(c.talker, label),
            intent: { intent: "use-pack", channelId: c.id, packKey, expectedVersion: c.version },
            isCartsOnly: true,
          },
        ],
      };
    }
    case "receiver-not-set":
      return {
        actions: [
          {
            label: SYNC_TEXTS.setReceiver,
            intent: { intent: "set-receivers", channelIds: [c.id] },
            isCartsOnly: true,
          },
        ],
      };
    case "not-paired":
      return { actions: [pairing], asksForNames: true };
    case "pack-not-synced":
    case "not-linked":
    case "pack-elsewhere":
      if (!c.pack?.isOn)
        return { actions: [handling(c, SYNC_TEXTS.switch(c.packLabel), { isOn: true })] };
      if (c.meets === "adaptive") return { actions: [pairing] };
      return { actions: [handFor(view, c) ?? syncing] };
    case "proof-bad":
      return { actions: sync.part === "partner" ? [syncing, again] : [proving] };
    case "two-on": {
      const on = c.others.find((o) => o.report?.isOn);
      return {
        actions: [
          {
            label: SYNC_TEXTS.switchOff(on?.packLabel ?? c.packLabel),
            intent: {
              intent: "handle-pack",
              packKey: on?.packKey ?? c.packKey,
              change: { isOn: false },
            },
          },
        ],
      };
    }
    case "someone-there":
      return {
        actions: [
          {
            label: SYNC_TEXTS.moveToASpare(c.talker),
            intent: { intent: "move-to-spare", channelId: c.id },
            isCartsOnly: true,
          },
          again,
        ],
      };
    case "not-stored":
      return { actions: [handling(c, SYNC_TEXTS.store(c.packLabel), { isStored: true })] };
    case "one-antenna":
      return {
        actions: [
          {
            label: SYNC_TEXTS.screwAntenna(sync.deaf),
            intent: { intent: "screw-antenna", channelId: c.id, receiverKey: c.receiverKey },
          },
          { ...proving, label: SYNC_TEXTS.verifyAgain },
        ],
      };
    case "no-audio":
      if (c.pack?.isMuted)
        return { actions: [handling(c, SYNC_TEXTS.unmute(c.packLabel), { isMuted: false })] };
      if (c.pack && !c.pack.isMicPlugged)
        return { actions: [handling(c, SYNC_TEXTS.plugTheMicrophone, { isMicPlugged: true })] };
      return { actions: [proving] };
    default:
      return { actions: [proving] };
  }
}

type PackChange = Extract<SyncIntent, { intent: "handle-pack" }>["change"];
const handling = (c: ChannelView, label: string, change: PackChange): SyncAction => ({
  label,
  intent: { intent: "handle-pack", packKey: c.packKey, change },
});

/** What the hands do before a copy can begin; null where nothing is in its way. */
function handFor(view: DayView, c: ChannelView): SyncAction | null {
  const pack = packModel(view.kit, c.packModelId);
  const copy = settingSteps(receiverModel(view.kit, c.receiverModelId), pack, 0).pack.find(
    (s) => s.code === "copy",
  );
  if (!c.pack || copy?.code !== "copy") return null;
  if (copy.method !== "near-field" && pack.isBehindDoor && !c.pack.isDoorOpen)
    return handling(c, SYNC_TEXTS.openSDoor(c.packLabel), { isDoorOpen: true });
  if (copy.method === "cable")
    return c.pack.isCabled
      ? null
      : handling(c, SYNC_TEXTS.plugTheCableInto(c.packLabel), { isCabled: true });
  return c.pack.isNear
    ? null
    : handling(c, SYNC_TEXTS.hold(c.packLabel, c.receiverLabel), { isNear: true });
}

/**
 * A pack that nobody carries and that meets this receiver on the channel's frequency: the like of
 * the one that failed first.
 */
function freePackFor(view: DayView, c: ChannelView): PackView | null {
  const wantedHz = "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;
  const receiver = receiverModel(view.kit, c.receiverModelId);
  const form = packModel(view.kit, c.packModelId).form;
  const fit = view.packs.filter((p) => {
    const pack = packModel(view.kit, p.modelId);
    return (
      p.carriedBy === null &&
      pairing(receiver, pack, { receiver: c.receiverKeyName, pack: p.keyName }).works &&
      (wantedHz === null || canBeSet(pack.tuning, wantedHz))
    );
  });
  return fit.find((p) => packModel(view.kit, p.modelId).form === form) ?? fit[0] ?? null;
}
