import { defined } from "~/core/units/items";
import type { LiveFrame, LiveHalf } from "~/core/devices/readings";
import type { DayEventDetail } from "~/core/journal/dayEvents";
import { openAnswers } from "~/core/report/hitStories";
import { packModel, receiverModel } from "~/core/kit/models";
import { requiredSnrWithReachDb } from "~/core/kit/selfChoosing";
import { noiseFloorDbm } from "~/core/radio/feed";
import { type Attention, dropoutsIn, isUsual, watchChannel } from "~/core/monitor/channelWatch";
import { followUsual, type LinkLimits, usualRf, type UsualRf } from "~/core/monitor/hitEvidence";
import { bestOf, BYTES, type ChannelReading } from "~/core/monitor/reading";
import { FrameGate, ReadingRing } from "~/core/monitor/ring";
import { emptyPiece, PIECE_MS, PIECE_SLOTS, SLOT_MS } from "~/core/monitor/timeline";
import { powerSumDb } from "~/core/units/decibels";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { insertPiece } from "~/server/db/repositories/readings.server";
import type { AppContext } from "~/server/services/appContext.server";
import { AirWatch } from "./airWatch.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, loadDay } from "~/server/services/day/dayView.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import { isPassing } from "~/server/services/failures.server";
import { judgeAgain } from "./hits.server";
import { packPowerOf } from "~/server/services/day/packPower.server";
import { pause } from "~/server/services/day/pause.server";
import { pickBasis } from "~/server/services/frequencies/plans.server";
import type { RolledChannel, RollState } from "~/contract/schemas/rollState";
import type { RollFeed, RollMessage } from "./rollFeed.server";

interface Rolled {
  channelId: number;
  receiverKey: string;
  half: number;
  packKey: string;
  frequencyHz: number | null;
  placeId: number;
  limits: LinkLimits;
  tellsPartner: boolean;
  ring: ReadingRing;
  latest: LiveHalf | null;
  heardAtMs: number;
  /** What its cells were told to have, and when: a pack that has just gone tells no more. */
  told: { volts: number; atMs: number } | null;
  /** Up to which slot dropouts were looked for. */
  lookedTo: number;
  /** What was read before does not count for how it stands. */
  heardFrom: number;
  troubles: Set<string>;
  usual: UsualRf | null;
}

/** What is held in memory: a quarter of an hour. */
const RING_SLOTS = 9000;
const TICK_MS = 1000;
const AGAIN_MS = 1500;
/** Without a pack's word for it, one that was heard lately is meant to be on. */
const LATELY_MS = 180_000;
/** Each second what is usual goes so far towards the last twenty. */
const USUAL_SLOTS = 200;
const USUAL_SHARE = 0.01;
/** A verification takes so long, and what was read during it is looked at so late. */
const VERIFYING_MS = 15_000;
const SILENT_AFTER_MS = 1500;
/** About an hour of pieces. */
const MAX_UNWRITTEN = 400;
const MAX_TRIES = 3;
/** Where a test moves the clock, a look for a hit comes to its end however slow the machine is. */
const DRIVEN_PATIENCE_MS = 60_000;

/**
 * Follows the receivers of the day that rolls: keeps what they read, tells it to every page, puts
 * down what goes wrong by itself. One day at a time: there is one rig.
 */
export class LiveMonitor implements RollFeed {
  private dayId: number | null = null;
  private channels: Rolled[] = [];
  private loaded: LoadedDay | null = null;
  private readRevision = -1;
  private readonly gate = new FrameGate();
  private readonly listeners = new Set<(message: RollMessage) => void>();
  private line: RollState["line"] = "none";
  private abort: AbortController | null = null;
  private timer: NodeJS.Timeout | null = null;
  private pieceStartMs: number | null = null;
  private isTicking = false;
  private readonly on = new Map<string, boolean>();
  private state: RollState | null = null;
  private newestSlot = -1;
  private heardRealMs = 0;
  private writing: Promise<unknown> = Promise.resolve();
  private watch: AirWatch | null = null;

  /** @param pace - a test that moves the clock itself looks by `lookNow` when it wants */
  constructor(
    private readonly app: () => AppContext,
    private readonly pace: "own" | "driven" = "own",
  ) {}

  /** Follows a day from now on; nothing where it is followed already. */
  async follow(dayId: number): Promise<void> {
    if (this.dayId === dayId) return;
    await this.leave();
    this.dayId = dayId;
    await this.readDay(true);
    if (this.dayId !== dayId) return;
    if (this.pace === "own") this.timer = setInterval(() => void this.tick(), TICK_MS);
    void this.receive();
    this.watch = new AirWatch(
      this.app,
      dayId,
      (what) => this.put(what, true),
      () =>
        void judgeAgain(this.app(), dayId).catch((error: unknown) =>
          this.app().log.warn("judging-again-failed", {}, error),
        ),
      ...(this.pace === "own" ? [] : [DRIVEN_PATIENCE_MS]),
    );
    if (this.pace === "own") void this.watch.run();
    await this.tick();
  }

  /** Ends it; what was read is kept. */
  async leave(): Promise<void> {
    this.abort?.abort();
    this.abort = null;
    this.watch?.stop();
    this.watch = null;
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.keepPiece();
    this.dayId = null;
    this.channels = [];
    this.loaded = null;
    this.on.clear();
    this.line = "none";
    await this.writing;
  }

  /** What every page was told last; null before the first. */
  get now(): RollState | null {
    return this.state;
  }

  get followedDayId(): number | null {
    return this.dayId;
  }

  /** @returns what ends it */
  listen(listener: (message: RollMessage) => void): () => void {
    this.listeners.add(listener);
    if (this.state) listener(this.stated(this.state));
    return () => void this.listeners.delete(listener);
  }

  /** The last moments of every channel, as they are packed; and the slot after the last. */
  recent(slots: number): { toSlot: number; channels: { channelId: number; bytes: Uint8Array }[] } {
    const toSlot = this.newestSlot + 1;
    return {
      toSlot,
      channels: this.channels.map((c) => ({
        channelId: c.channelId,
        bytes: c.ring.slice(toSlot - slots, toSlot),
      })),
    };
  }

  /** What a hit is judged by, of one channel and the others beside it. */
  evidence(channelId: number, atMs: number, slots: number) {
    const toSlot = Math.min(this.newestSlot + 1, Math.floor(atMs / SLOT_MS) + 1);
    const of = (c: Rolled) => ({
      ...c,
      recent: c.ring.readings(toSlot - slots, toSlot),
      bytes: c.ring.slice(toSlot - slots, toSlot),
    });
    const mine = this.channels.find((c) => c.channelId === channelId);
    return mine
      ? { mine: of(mine), others: this.channels.filter((c) => c !== mine).map(of) }
      : null;
  }

  get airWatch(): AirWatch | null {
    return this.watch;
  }

  voltsOf(packKey: string): number | null {
    const channel = this.channels.find((c) => c.packKey === packKey);
    const now = channel?.latest?.partner?.volts ?? null;
    const told = channel?.told;
    if (
      now !== null ||
      !told ||
      !this.loaded ||
      dayNowMs(this.app(), this.loaded.day) - told.atMs > LATELY_MS
    )
      return now;
    const isOther = this.loaded.events.some(
      (e) =>
        e.atMs > told.atMs &&
        (e.what.kind === "cells-fresh" || e.what.kind === "cells-ran") &&
        e.what.packKey === packKey,
    );
    return isOther ? null : told.volts;
  }

  private async readDay(isFirst = false): Promise<void> {
    const app = this.app();
    const { revision } = app.changes;
    if (this.dayId === null || (!isFirst && revision === this.readRevision)) return;
    const loaded = await loadDay(app, this.dayId);
    if (!loaded || loaded.day.id !== this.dayId) return;
    this.readRevision = revision;
    this.loaded = loaded;
    const { facts } = loaded;
    const noise = (await pickBasis(app, loaded, "normal")).request.noise;
    this.channels = facts.channels.map((c): Rolled => {
      const known = this.channels.find((k) => k.channelId === c.id);
      const model = receiverModel(loaded.kit, loaded.unit(c.receiverKey).modelId);
      const frequencyHz = pickedHz(facts.plan, c.id);
      const around =
        frequencyHz === null
          ? []
          : noise
              .filter(
                (n) =>
                  n.highHz > frequencyHz - model.bandwidthHz / 2 &&
                  n.lowHz < frequencyHz + model.bandwidthHz / 2,
              )
              .map((n) => n.levelDbm);
      const noiseDbm = powerSumDb([
        noiseFloorDbm({ bandwidthHz: model.bandwidthHz, noiseFigureDb: model.noiseFigureDb }),
        ...(around.length > 0 ? [Math.max(...around)] : []),
      ]);
      const isMoved =
        known && (known.frequencyHz !== frequencyHz || known.placeId !== loaded.day.currentPlaceId);
      return {
        channelId: c.id,
        receiverKey: c.receiverKey,
        half: c.half,
        packKey: c.packKey,
        frequencyHz,
        placeId: loaded.day.currentPlaceId,
        tellsPartner: (model.tells ?? []).length > 0,
        limits: {
          noiseDbm,
          sensitivityDbm:
            noiseDbm +
            requiredSnrWithReachDb(model, packModel(loaded.kit, loaded.unit(c.packKey).modelId)),
          overloadDbm: model.overloadDbm,
          bandwidthHz: model.bandwidthHz,
        },
        ring: known?.ring ?? new ReadingRing(RING_SLOTS),
        latest: known?.latest ?? null,
        heardAtMs: known?.heardAtMs ?? -Infinity,
        told: known?.packKey === c.packKey ? known.told : null,
        lookedTo: known?.lookedTo ?? 0,
        heardFrom: known?.heardFrom ?? 0,
        troubles: known?.troubles ?? new Set(),
        usual: isMoved ? null : (known?.usual ?? null),
      };
    });
    if (isFirst)
      for (const key of Object.keys(facts.reports?.packs ?? {})) {
        const last = loaded.events.findLast(
          (e) => e.what.kind === "power" && e.what.packKey === key,
        )?.what;
        if (last?.kind === "power") this.on.set(key, last.isOn);
      }
  }

  /** Follows the line, and takes it up again when it breaks. */
  private async receive(): Promise<void> {
    const { rig } = this.app();
    const { dayId } = this;
    if (!rig || !this.loaded?.day.isPractice) return;
    const abort = new AbortController();
    this.abort = abort;
    const isOver = () => abort.signal.aborted || this.dayId !== dayId;
    while (!isOver()) {
      this.gate.newLine();
      await rig.follow((frame) => this.take(frame), abort.signal);
      if (isOver()) return;
      this.line = "silent";
      await pause(AGAIN_MS, abort.signal);
    }
  }

  private take(frame: LiveFrame): void {
    if (!this.loaded) return;
    const nowMs = dayNowMs(this.app(), this.loaded.day);
    const slot = this.gate.take({ number: frame.number, atMs: frame.atMs, nowMs });
    if (slot === null) return;
    this.line = "live";
    this.heardRealMs = this.app().realNowMs();
    this.newestSlot = slot;
    const pieceStartMs = Math.floor((slot * SLOT_MS) / PIECE_MS) * PIECE_MS;
    if (this.pieceStartMs !== null && this.pieceStartMs !== pieceStartMs) this.keepPiece();
    this.pieceStartMs = pieceStartMs;
    const bytes = Buffer.alloc(this.channels.length * BYTES);
    this.channels.forEach((c, i) => {
      const half =
        frame.halves.find((h) => h.receiverKey === c.receiverKey && h.half === c.half) ?? null;
      c.latest = half;
      if (half?.partner) c.heardAtMs = nowMs;
      if (half?.partner && half.partner.volts !== null)
        c.told = { volts: half.partner.volts, atMs: nowMs };
      const reading: ChannelReading | null = half && {
        ...half,
        isMuted: half.partner?.isMuted ?? false,
        isPartner: half.partner !== null,
      };
      c.ring.write(slot, reading);
      bytes.set(c.ring.slice(slot, slot + 1), i * BYTES);
    });
    if (this.listeners.size === 0) return;
    this.tell({
      type: "frame",
      text: `{"slot":${slot},"ids":[${this.channels.map((c) => c.channelId).join(",")}],"bytes":"${bytes.toString("base64")}"}`,
    });
  }

  private stated(state: RollState): RollMessage {
    return { type: "state", state, text: JSON.stringify(state) };
  }

  private tell(message: RollMessage): void {
    for (const listener of this.listeners) listener(message);
  }

  /** Writes the piece that is full, or as full as it is. */
  private keepPiece(): void {
    const { dayId, pieceStartMs } = this;
    this.pieceStartMs = null;
    if (dayId === null || pieceStartMs === null || !this.isRolling) return;
    const piece = emptyPiece(
      pieceStartMs,
      this.channels.map((c) => c.channelId),
    );
    const from = pieceStartMs / SLOT_MS;
    this.channels.forEach((c, i) =>
      piece.readings.set(c.ring.slice(from, from + PIECE_SLOTS), i * PIECE_SLOTS * BYTES),
    );
    if (piece.readings.every((b) => b === 0)) return;
    this.write(() => this.app().db.write((t) => insertPiece(this.app().db, dayId, piece, t), true));
  }

  /**
   * What cannot be written now (a full disk, a file that somebody locks) waits, the oldest first,
   * and is told on the state.
   */
  private write(work: () => Promise<unknown>): void {
    this.unwritten.push(work);
    if (this.unwritten.length > MAX_UNWRITTEN) this.unwritten.shift();
    this.writing = this.writing.then(() => this.flush());
  }

  private async flush(): Promise<void> {
    while (this.unwritten[0]) {
      const [work] = this.unwritten;
      try {
        await work();
      } catch (error) {
        this.writeError = (error as Error).message;
        // a disk or a lock is waited for; what fails for good by itself must not hold what comes
        // behind it
        if (isPassing(error) || (this.failures += 1) < MAX_TRIES) return;
        this.app().log.error("reading-not-kept", {}, error);
      }
      this.failures = 0;
      if (this.unwritten[0] === work) this.unwritten.shift();
    }
    this.writeError = null;
  }

  private readonly unwritten: (() => Promise<unknown>)[] = [];
  private writeError: string | null = null;
  /** How often the oldest of them failed for a reason of its own. */
  private failures = 0;

  private put(what: DayEventDetail, isQuiet: boolean, atMs?: number): void {
    const day = this.loaded?.day;
    if (day)
      this.write(() =>
        recordEvent(this.app(), day, what, { isQuiet, ...(atMs === undefined ? {} : { atMs }) }),
      );
  }

  /**
   * The computer's clock was set while it rolled: from then on the day's clock and a watch may
   * differ, and who reads the log must know it.
   */
  clockJumped(byMs: number): void {
    if (this.isRolling) this.put({ kind: "clock-jumped", byMs }, false);
  }

  private get isRolling(): boolean {
    const last = this.loaded?.events.findLast((e) => e.what.kind === "roll")?.what;
    return last?.kind === "roll" && last.isOn;
  }

  /** Looks at how everything stands, and writes what there is to write. */
  async lookNow(): Promise<void> {
    await this.tick();
    await this.writing;
  }

  private async tick(): Promise<void> {
    if (this.isTicking || this.dayId === null) return;
    this.isTicking = true;
    try {
      await this.readDay();
      await this.switches();
      if (!this.loaded) return;
      const nowMs = dayNowMs(this.app(), this.loaded.day);
      // a line that says nothing leaves the slots empty
      const due = Math.floor(nowMs / SLOT_MS);
      if (this.line === "live" && this.app().realNowMs() - this.heardRealMs > SILENT_AFTER_MS)
        this.line = "silent";
      const channels = this.channels.map((c) =>
        this.look(c, nowMs, Math.max(this.newestSlot + 1, this.line === "silent" ? due : 0)),
      );
      this.state = {
        nowMs,
        isRolling: this.isRolling,
        line: this.line,
        heardAgoMs: this.heardRealMs === 0 ? null : this.app().realNowMs() - this.heardRealMs,
        channels,
        watch: this.watch?.view() ?? null,
        notKept: this.writeError,
      };
      this.tell(this.stated(this.state));
    } catch (error) {
      // a file that is locked for a moment: the next tick reads again
      this.app().log.warn("roll-tick-failed", {}, error);
    } finally {
      this.isTicking = false;
    }
  }

  private look(c: Rolled, nowMs: number, toSlot: number): RolledChannel {
    const isRetuning = openAnswers(defined(this.loaded).events).some(
      (a) => a.channelId === c.channelId,
    );
    // between receiver and pack nothing is heard, and that is our own doing
    if (isRetuning) c.lookedTo = c.heardFrom = toSlot;
    const first = toSlot - 600;
    const recent =
      this.line === "none"
        ? []
        : c.ring
            .readings(first, toSlot)
            .map((r, i) => (!isRetuning && first + i < c.heardFrom ? null : r));
    const report = defined(this.loaded).facts.reports?.packs[c.packKey];
    const isOn = this.on.get(c.packKey) ?? report?.isOn ?? false;
    const cells =
      packPowerOf(defined(this.loaded), c.packKey, nowMs, this.voltsOf(c.packKey))?.left ?? null;
    const isWanted =
      !isRetuning &&
      (isOn || nowMs - c.heardAtMs < LATELY_MS || this.speaksNow(c.channelId, nowMs));
    const now = watchChannel({
      limits: c.limits,
      recent,
      usual: c.usual,
      cells,
      tellsPartner: c.tellsPartner,
      isWanted,
      isRetuning,
      roseDb: c.frequencyHz === null ? null : (this.watch?.roseDb(c.frequencyHz) ?? null),
    });
    if (isUsual(now.attention))
      c.usual = followUsual(
        c.usual,
        usualRf(c.ring.readings(toSlot - USUAL_SLOTS, toSlot), c.limits.noiseDbm),
        USUAL_SHARE,
      );
    if (this.isRolling && isWanted) this.note(c, now.attention, toSlot);
    return {
      channelId: c.channelId,
      attention: now.attention,
      marginDb: now.marginDb,
      usual: c.usual,
      sensitivityDbm: c.limits.sensitivityDbm,
      noiseDbm: c.limits.noiseDbm,
      cells,
      volts: c.latest?.partner?.volts ?? null,
      isOn,
      partner: c.latest?.partner?.name ?? null,
    };
  }

  /** Somebody in whose scene it is now is meant to be on, whatever the pack says. */
  private speaksNow(channelId: number, nowMs: number): boolean {
    const { facts, prepFacts, day } = defined(this.loaded);
    const talker = facts.channels.find((c) => c.id === channelId)?.talker;
    return (
      talker !== undefined &&
      prepFacts.scenes.some(
        (s) =>
          s.placeId === day.currentPlaceId &&
          nowMs >= s.startMs &&
          nowMs < s.endMs &&
          s.speakers.includes(talker),
      )
    );
  }

  /** Puts down dropouts that are over, and what begins to go wrong; once each time it begins. */
  private note(c: Rolled, attention: readonly Attention[], toSlot: number): void {
    const from = Math.max(c.lookedTo, toSlot - 600);
    const bad = new Set<string>(
      attention
        .filter(
          (a) =>
            a.level === "bad" ||
            a.code === "muted" ||
            a.code === "one-antenna" ||
            a.code === "cells-soon",
        )
        .map((a) => a.code),
    );
    const readings = c.ring.readings(from, toSlot);
    // a pack that is switched off to verify its channel drops nothing out
    const isVerified = this.isVerifiedNow(c.channelId, toSlot * SLOT_MS);
    const drops =
      bad.has("gone") || isVerified ? [] : dropoutsIn(readings, c.limits.sensitivityDbm);
    for (const d of drops)
      this.put(
        {
          kind: "dropout",
          channelId: c.channelId,
          lastedMs: (d.to - d.from) * SLOT_MS,
          leastDbm: d.leastDbm,
        },
        true,
        (from + d.from) * SLOT_MS,
      );
    // one that is not over yet is looked at again
    let open = readings.length;
    while (readings[open - 1] && bestOf(defined(readings[open - 1])) < c.limits.sensitivityDbm)
      open -= 1;
    c.lookedTo = bad.has("gone") ? toSlot : from + open;
    for (const a of attention)
      if (bad.has(a.code) && !c.troubles.has(a.code) && !(isVerified && a.code === "gone"))
        this.put(
          {
            kind: "trouble",
            channelId: c.channelId,
            code: a.code,
            figure: "hours" in a ? a.hours : "share" in a ? a.share : "db" in a ? a.db : null,
          },
          true,
        );
    c.troubles = bad;
  }

  /** Whether somebody verifies it now, or did a moment ago: its pack is off and on by our own hand. */
  private isVerifiedNow(channelId: number, nowMs: number): boolean {
    return defined(this.loaded).facts.syncs.some(
      (s) => s.kind === "proof" && s.channelId === channelId && nowMs - s.atMs < VERIFYING_MS,
    );
  }

  /** Packs that were switched since the last look, by their own word. */
  private async switches(): Promise<void> {
    const { rig } = this.app();
    if (!rig || !this.loaded?.day.isPractice) return;
    const report = await rig.report();
    if (!report.ok) return;
    let changed = false;
    for (const [packKey, { isOn }] of Object.entries(report.value.packs)) {
      if (this.on.get(packKey) === isOn || (!this.on.has(packKey) && !isOn)) continue;
      this.on.set(packKey, isOn);
      changed = true;
      const { day } = this.loaded;
      this.write(() =>
        recordEvent(
          this.app(),
          day,
          { kind: "power", packKey, isOn, by: "own-word" },
          { isQuiet: true },
        ),
      );
    }
    if (changed) {
      await this.writing;
      this.readRevision = -1;
    }
  }
}
