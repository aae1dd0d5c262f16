import type { DayHappening } from "../../core/day/dayEvents";
import { countingScan } from "../../core/day/channelState";
import { tuningSpan } from "../../core/coordination/tuning";
import { receiverModel } from "../../core/kit/models";
import { rasterOf, type Stretch } from "../../core/regions/region";
import { afterLook, levelAround, type Newcomer } from "../../core/roll/newcomers";
import { analyseSweep, type SweepAnalysis } from "../../core/sweep/analyseSweep";
import type { Measurement } from "../../core/sweep/sweep";
import type { SweepHead } from "../devices/port.server";
import type { AppContext } from "./appContext.server";
import { dayNowMs } from "./clock.server";
import { type LoadedDay, loadDay } from "./dayView.server";
import type { WatchView } from "../../contract/rollState";
import type { WatchFeed } from "./rollFeed.server";
import { pause } from "./pause.server";
import { analysisOf } from "./scans.server";

const PAUSE_MS = 4000;
const IDLE_MS = 10_000;
const BESIDE_HZ = 1_000_000;

/** Goes on sweeping with what is free, a scanner or a receiver that carries nobody, while the day rolls: whoever comes on the air is told before he is heard. */
export class AirWatch implements WatchFeed {
  private readonly abort = new AbortController();
  private instrument: string | null = null;
  private problem: string | null = null;
  private lookedAtMs: number | null = null;
  private newcomers: Newcomer[] = [];
  private newest: SweepAnalysis | null = null;
  /** The first look at a place: what is quiet there. */
  private first: { placeId: number; look: SweepAnalysis } | null = null;

  constructor(private readonly app: () => AppContext, private readonly dayId: number, private readonly put: (what: DayHappening) => void) {
    void this.run();
  }

  stop(): void {
    this.abort.abort();
  }

  view(): WatchView {
    return { instrument: this.instrument, lookedAtMs: this.lookedAtMs, newcomers: this.newcomers, problem: this.problem };
  }

  /** How much the air around a frequency rose since the first look here; null where it was not looked at. */
  roseDb(frequencyHz: number): number | null {
    if (!this.newest || !this.first || this.first.look === this.newest) return null;
    const [now, before] = [levelAround(this.newest, frequencyHz), levelAround(this.first.look, frequencyHz)];
    return now === null || before === null ? null : now - before;
  }

  /** Carriers of others that the newest look saw. */
  carriers(): { frequencyHz: number; levelDbm: number }[] {
    return (this.newest?.carriers ?? []).filter((c) => c.own === null && !c.isSpur);
  }

  private async run(): Promise<void> {
    while (!this.abort.signal.aborted) {
      const looked = await this.look().then((done) => {
        this.problem = null;
        return done;
      }, (error: unknown) => {
        // the watch is a help, not the work: it goes on with the next look
        this.problem = (error as Error).message;
        return false;
      });
      await pause(looked ? PAUSE_MS : IDLE_MS, this.abort.signal);
    }
  }

  private async look(): Promise<boolean> {
    const app = this.app();
    const loaded = await loadDay(app, this.dayId);
    const free = loaded && instrumentOf(loaded);
    this.instrument = free?.label ?? null;
    if (!free || !app.rig || app.scans.running(this.dayId)) return false;
    const levels: number[] = [];
    const heads: SweepHead[] = [];
    const done = await app.rig.sweep(free.key, { passes: 1, stretch: free.stretch }, (h) => void heads.push(h), (chunk) => { chunk.levelsDbm.forEach((l, i) => { levels[chunk.fromIndex + i] = l; }); }, this.abort.signal);
    const [head] = heads;
    if (!done.ok || !head) return false;
    const { lowHz, stepHz, points } = head;
    await this.read({ format: "rows", lowHz, stepHz, points, completePasses: 1, warnings: [], passes: [Float64Array.from({ length: points }, (_, i) => levels[i] ?? NaN)] });
    return true;
  }

  private async read(measurement: Measurement): Promise<void> {
    const app = this.app();
    // the day may have moved on while it was swept
    const loaded = await loadDay(app, this.dayId);
    if (!loaded) return;
    const { facts, day } = loaded;
    const nowMs = dayNowMs(app, day);
    const packs = facts.reports?.packs ?? {};
    const own = [...(facts.plan?.picks ?? []).map((p) => ({ id: `channel ${p.channelId}`, frequencyHz: p.frequencyHz })), ...Object.entries(packs).flatMap(([id, p]) => (p.isOn && p.frequencyHz > 0 ? [{ id, frequencyHz: p.frequencyHz }] : []))];
    const look = analyseSweep(measurement, rasterOf(loaded.region), own);
    if (this.first?.placeId !== day.currentPlaceId) {
      this.first = { placeId: day.currentPlaceId, look };
      this.newcomers = [];
    }
    const scan = countingScan(facts);
    const sweep = loaded.sweeps.find((s) => s.id === scan?.id);
    const known = sweep ? ((await analysisOf(app, loaded, sweep))?.carriers ?? []).map((c) => c.frequencyHz) : this.first.look.carriers.map((c) => c.frequencyHz);
    const { newcomers, came } = afterLook(this.newcomers, look, known, { picks: facts.plan?.picks ?? [], spares: (loaded.plan?.spares ?? []).map((s) => s.frequencyHz) }, nowMs, this.first.look);
    this.newest = look;
    this.newcomers = newcomers;
    this.lookedAtMs = nowMs;
    for (const n of came) this.put({ kind: "newcomer", frequencyHz: n.frequencyHz, levelDbm: n.levelDbm, channelId: n.nearest?.channelId ?? null, offHz: n.nearest?.offHz ?? null, tookSpare: n.spareHz !== null });
  }
}

/** A scanner, else a receiver that carries nobody; over what the channels tune and a little beside. */
function instrumentOf({ report, units, kit, facts }: LoadedDay): { key: string; label: string; stretch: Stretch } | null {
  const span = tuningSpan(facts.channels.flatMap((c) => c.tuning));
  if (!span || !report?.ok) return null;
  const held = (range: Stretch): Stretch => ({ lowHz: Math.max(range.lowHz, span.lowHz - BESIDE_HZ), highHz: Math.min(range.highHz, span.highHz + BESIDE_HZ) });
  const found = [
    ...report.value.scanners.map((s) => ({ key: s.key, label: s.label, stretch: held(s) })),
    ...units.filter((u) => u.kind === "receiver" && !facts.channels.some((c) => c.receiverKey === u.key)).flatMap((u) => {
      const model = receiverModel(kit, u.modelId);
      const range = model.sweep && tuningSpan(model.tuning);
      return range ? [{ key: u.key, label: u.label, stretch: held(range) }] : [];
    }),
  ];
  return found.find((f) => f.stretch.highHz - f.stretch.lowHz > BESIDE_HZ) ?? null;
}
