import type { DayEventDetail } from "~/core/journal/dayEvents";
import { countingScan } from "~/core/channel/channelState";
import { tuningSpan } from "~/core/devices/tuning";
import { receiverModel } from "~/core/kit/models";
import { rasterOf, type FrequencyRange } from "~/core/regulations/region";
import { afterLook, levelAround, type NewCarrier } from "~/core/monitor/newCarriers";
import type { SweepAnalysis } from "~/core/spectrum/analyseSweep";
import type { Measurement } from "~/core/spectrum/sweep";
import type { SweepHead } from "~/core/devices/sweeping";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, loadDay } from "~/server/services/day/dayView.server";
import type { WatchView } from "~/contract/schemas/rollState";
import type { WatchFeed } from "./rollFeed.server";
import { pause } from "~/server/services/day/pause.server";
import { ANALYSIS_MS, analysisOf } from "~/server/services/scan/scans.server";

const PAUSE_MS = 4000;
const IDLE_MS = 10_000;
const BESIDE_HZ = 1_000_000;
/** A look for one hit: so far to both sides, and no longer than somebody waits. */
const NEAR_HZ = 2_000_000;
const NEAR_PATIENCE_MS = 1500;
const EDGE_HZ = 300_000;

/**
 * Goes on sweeping with what is free, a scanner or a receiver that carries nobody, while the day
 * rolls: whoever comes on the air is told before he is heard.
 */
export class AirWatch implements WatchFeed {
  private readonly abort = new AbortController();
  private instrument: string | null = null;
  private problem: string | null = null;
  private lookedAtMs: number | null = null;
  private newCarriers: NewCarrier[] = [];
  private newest: SweepAnalysis | null = null;
  /** A look at one range since the newest whole one. */
  private near: SweepAnalysis | null = null;
  /** Ends the sweep that runs, so that another can begin. */
  private sweep = new AbortController();
  private isNear = false;
  /** The first look at a place: what is quiet there. */
  private first: { placeId: number; look: SweepAnalysis } | null = null;

  /**
   * @param put - what came is put down by it @param looked - called after each whole look @param
   *   patienceMs - how long a look for one hit may take
   */
  constructor(
    private readonly app: () => AppContext,
    private readonly dayId: number,
    private readonly put: (what: DayEventDetail) => void,
    private readonly looked: () => void,
    private readonly patienceMs = NEAR_PATIENCE_MS,
  ) {}

  stop(): void {
    this.abort.abort();
  }

  view(): WatchView {
    return {
      instrument: this.instrument,
      lookedAtMs: this.lookedAtMs,
      newCarriers: this.newCarriers,
      problem: this.problem,
    };
  }

  /**
   * How much the air around a frequency rose since the first look here; null where it was not
   * looked at.
   */
  roseDb(frequencyHz: number): number | null {
    if (!this.newest || !this.first) return null;
    const near = this.near && levelAround(this.near, frequencyHz);
    if (near === null && this.first.look === this.newest) return null;
    const [now, before] = [
      near ?? levelAround(this.newest, frequencyHz),
      levelAround(this.first.look, frequencyHz),
    ];
    return now === null || before === null ? null : now - before;
  }

  /** Carriers of others that the newest look saw. */
  carriers(): { frequencyHz: number; levelDbm: number }[] {
    const { near } = this;
    const old = (this.newest ? carriersOf(this.newest) : []).filter(
      (c) => !near || c.frequencyHz < near.lowHz || c.frequencyHz > near.highHz,
    );
    return [...(near ? carriersOf(near) : []), ...old].filter((c) => c.own === null && !c.isSpur);
  }

  /**
   * Looks around one frequency at once, for a hit that was called just now: the whole look that
   * runs gives way. Gives up after a moment.
   */
  async lookNear(frequencyHz: number): Promise<void> {
    if (this.isNear || !this.newest || this.abort.signal.aborted) return;
    this.isNear = true;
    this.sweep.abort();
    const patience = AbortSignal.timeout(this.patienceMs);
    try {
      const loaded = await loadDay(this.app(), this.dayId);
      const free = loaded && instrumentOf(loaded);
      if (!free || this.app().scans.running(this.dayId)) return;
      const range = {
        lowHz: Math.max(free.stretch.lowHz, frequencyHz - NEAR_HZ),
        highHz: Math.min(free.stretch.highHz, frequencyHz + NEAR_HZ),
      };
      if (range.highHz - range.lowHz < NEAR_HZ) return;
      const measured = await this.measure(
        free.key,
        range,
        AbortSignal.any([patience, this.abort.signal]),
      );
      if (measured) this.near = await this.read(measured, true);
    } catch (error) {
      // a help, not the work: the hit is judged by what was seen before
      this.app().log.warn("look-near-failed", {}, error);
    } finally {
      this.isNear = false;
    }
  }

  /** Looks again and again, until it is stopped. */
  async run(): Promise<void> {
    while (!this.abort.signal.aborted) {
      const looked = await this.lookNow();
      await pause(looked ? PAUSE_MS : IDLE_MS, this.abort.signal);
    }
  }

  /** @returns whether there was something to look with */
  async lookNow(): Promise<boolean> {
    try {
      const looked = await this.look();
      this.problem = null;
      return looked;
    } catch (error) {
      // the watch is a help, not the work: it goes on with the next look
      this.app().log.warn("look-failed", {}, error);
      this.problem = (error as Error).message;
      return false;
    }
  }

  private async look(): Promise<boolean> {
    const app = this.app();
    const loaded = await loadDay(app, this.dayId);
    const free = loaded && instrumentOf(loaded);
    this.instrument = free?.label ?? null;
    if (!free || this.isNear || app.scans.running(this.dayId)) return false;
    this.sweep = new AbortController();
    const measured = await this.measure(
      free.key,
      free.stretch,
      AbortSignal.any([this.sweep.signal, this.abort.signal]),
    );
    if (!measured) return false;
    await this.read(measured, false);
    this.looked();
    return true;
  }

  /** One pass; null where it was not to be had. */
  private async measure(
    key: string,
    range: FrequencyRange,
    signal: AbortSignal,
  ): Promise<Measurement | null> {
    const levels: number[] = [];
    const heads: SweepHead[] = [];
    const done = await this.app().rig?.sweep(
      key,
      { passes: 1, stretch: range },
      (h) => void heads.push(h),
      (chunk) => {
        chunk.levelsDbm.forEach((l, i) => {
          levels[chunk.fromIndex + i] = l;
        });
      },
      signal,
    );
    const [head] = heads;
    if (!done?.ok || !head) return null;
    const { lowHz, stepHz, points } = head;
    return {
      format: "rows",
      lowHz,
      stepHz,
      points,
      completePasses: 1,
      warnings: [],
      passes: [Float64Array.from({ length: points }, (_, i) => levels[i] ?? NaN)],
    };
  }

  private async read(measurement: Measurement, isNear: boolean): Promise<SweepAnalysis | null> {
    const app = this.app();
    // the day may have moved on while it was swept
    const loaded = await loadDay(app, this.dayId);
    if (!loaded) return null;
    const { facts, day } = loaded;
    const nowMs = dayNowMs(app, day);
    const packs = facts.reports?.packs ?? {};
    const own = [
      ...(facts.plan?.picks ?? []).map((p) => ({
        id: `channel ${p.channelId}`,
        frequencyHz: p.frequencyHz,
      })),
      ...Object.entries(packs).flatMap(([id, p]) =>
        p.isOn && p.frequencyHz > 0 ? [{ id, frequencyHz: p.frequencyHz }] : [],
      ),
      ...leftLately(loaded, nowMs).map((frequencyHz) => ({ id: "own, just left", frequencyHz })),
    ];
    // beside the event loop: everybody's readings go through that
    const analysed = await app.compute.run(
      "analyse-sweep",
      { measurement, raster: rasterOf(loaded.region), own, ownLinesHz: [] },
      { timeoutMs: ANALYSIS_MS },
    );
    if (!analysed.ok) throw new Error(`the sweep could not be analysed (${analysed.error.code})`);
    const whole = analysed.value;
    // at the edge of a short look stands the skirt of whoever is outside of it
    const look = isNear
      ? {
          ...whole,
          carriers: whole.carriers.filter(
            (c) => c.frequencyHz > whole.lowHz + EDGE_HZ && c.frequencyHz < whole.highHz - EDGE_HZ,
          ),
        }
      : whole;
    if (this.first?.placeId !== day.currentPlaceId) {
      if (isNear) return null;
      this.first = { placeId: day.currentPlaceId, look };
      this.newCarriers = [];
    }
    const scan = countingScan(facts);
    const sweep = loaded.sweeps.find((s) => s.id === scan?.id);
    const scanned = sweep ? await analysisOf(app, loaded, sweep) : this.first.look;
    // who told his frequency, or is ours and keeps to one, is nobody new
    const told = (await newestItems(app.db, "handed", this.dayId)).flatMap((l) =>
      l.channelId === null ? [l.primaryHz, ...(l.backupHz === null ? [] : [l.backupHz])] : [],
    );
    const known = [...(scanned ? carriersOf(scanned).map((c) => c.frequencyHz) : []), ...told];
    const { newCarriers: newCarriers, came } = afterLook(
      this.newCarriers,
      look,
      known,
      {
        picks: facts.plan?.picks ?? [],
        spares: (loaded.plan?.spares ?? []).map((s) => s.frequencyHz),
      },
      nowMs,
      this.first.look,
    );
    if (!isNear) {
      this.newest = look;
      this.near = null;
    }
    this.newCarriers = newCarriers;
    this.lookedAtMs = nowMs;
    for (const n of came)
      this.put({
        kind: "newcomer",
        frequencyHz: n.frequencyHz,
        levelDbm: n.levelDbm,
        channelId: n.nearest?.channelId ?? null,
        offHz: n.nearest?.offHz ?? null,
        tookSpare: n.spareHz !== null,
      });
    return look;
  }
}

/** A look may have begun before a pack went on: for so long its old frequency is still ours. */
const LEFT_MS = 60_000;

/** Frequencies that our own packs were on until just now. */
function leftLately({ events, facts, plans }: LoadedDay, nowMs: number): number[] {
  const isLate = (atMs: number) => atMs > nowMs - LEFT_MS && atMs <= nowMs;
  const answered = events.flatMap(({ atMs, what }) =>
    what.kind === "hit-answer" && isLate(atMs)
      ? [what.fromHz, what.toHz].filter((hz) => hz !== null)
      : [],
  );
  const synced = facts.syncs.flatMap((s, i) => {
    if (s.kind !== "pack-synced" || !isLate(s.atMs)) return [];
    const before = facts.syncs
      .slice(0, i)
      .findLast((b) => b.kind === "pack-synced" && b.packKey === s.packKey);
    return [s.frequencyHz, ...(before?.kind === "pack-synced" ? [before.frequencyHz] : [])];
  });
  // a plan that gave way a moment ago: its packs follow one after the other
  const newest = plans.at(-1);
  const replaced = newest && isLate(newest.acceptedAtMs) ? (plans.at(-2)?.picks ?? []) : [];
  return [...answered, ...synced, ...replaced.map((p) => p.frequencyHz)].filter((hz) => hz > 0);
}

const carriersOf = (look: SweepAnalysis) => look.carriers.concat(look.overTelevision);

/**
 * A scanner, else a receiver that carries nobody; over what the channels tune and a little beside.
 */
function instrumentOf({
  report,
  units,
  kit,
  facts,
}: LoadedDay): { key: string; label: string; stretch: FrequencyRange } | null {
  const span = tuningSpan(facts.channels.flatMap((c) => c.tuning));
  if (!span || !report?.ok) return null;
  const held = (range: FrequencyRange): FrequencyRange => ({
    lowHz: Math.max(range.lowHz, span.lowHz - BESIDE_HZ),
    highHz: Math.min(range.highHz, span.highHz + BESIDE_HZ),
  });
  const found = [
    ...report.value.scanners.map((s) => ({ key: s.key, label: s.label, stretch: held(s) })),
    ...units
      .filter((u) => u.kind === "receiver" && !facts.channels.some((c) => c.receiverKey === u.key))
      .flatMap((u) => {
        const model = receiverModel(kit, u.modelId);
        const range = model.sweep && tuningSpan(model.tuning);
        return range ? [{ key: u.key, label: u.label, stretch: held(range) }] : [];
      }),
  ];
  return found.find((f) => f.stretch.highHz - f.stretch.lowHz > BESIDE_HZ) ?? null;
}
