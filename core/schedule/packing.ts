import { modelName, packModel, receiverModel } from "~/core/kit/models";
import { type StockKind } from "~/core/kit/units";
import { endsMeet } from "~/core/kit/chains";
import { antennaNeeds, batteriesOf, type PrepFacts } from "./prepFindings";
import { packDays, peakOf } from "./scenes";

/**
 * One line of the packing list: what the day asks for and what is in the case. `have` is null where
 * the case is not counted.
 */
export interface PackingLine {
  what:
    | "receiver"
    | "pack"
    | "spare-pack"
    | "microphone"
    | "antenna"
    | "aa-cell"
    | "9v-cell"
    | "lead"
    | "wired-recorder"
    | "rubber-band"
    | "safety-pin"
    | "sleeve";
  /** Of which model, where the line is for one. */
  model?: string;
  /** Of which block; null is wideband. */
  block?: string | null;
  needed: number;
  have: number | null;
}

const SPARE_PACKS = 1;
/** Small things a rig uses up, per talker (common practice, no published source). */
const PER_TALKER = { "rubber-band": 2, "safety-pin": 3, sleeve: 1 } as const;

/**
 * What to put into the case for a day: computed from its scenes, with the receivers that are there.
 */
export function packingList(facts: PrepFacts): PackingLine[] {
  const { kit } = facts;
  const stock = (kind: StockKind) =>
    facts.stock.filter((s) => s.kind === kind).reduce((n, s) => n + s.count, 0);
  const peak = peakOf(facts.scenes)?.talkers.length ?? 0;
  const talkers = new Set(facts.scenes.flatMap((s) => s.speakers)).size;
  const receivers = facts.units
    .filter((u) => u.kind === "receiver")
    .map((u) => ({ unit: u, model: receiverModel(kit, u.modelId) }));
  // a pack that fits no receiver here is ballast
  const packs = facts.units
    .filter((u) => u.kind === "pack")
    .map((u) => ({ unit: u, model: packModel(kit, u.modelId) }))
    .filter((p) => receivers.some((r) => endsMeet(r, p)));
  const days = packDays(facts.scenes, facts.rerigMs);
  const once = peakOf(facts.scenes.filter((s) => !s.isRepeatable))?.talkers.length ?? 0;
  const batteries = batteriesOf(
    facts,
    packs.map((p) => p.model),
  );
  const lines: PackingLine[] = [
    ...[...new Set(receivers.map((r) => r.model))].map((model): PackingLine => {
      const count = receivers.filter((r) => r.model === model).length;
      return { what: "receiver", model: modelName(model), needed: count, have: count };
    }),
    { what: "pack", needed: days.length, have: packs.length },
    {
      what: "spare-pack",
      needed: SPARE_PACKS,
      have: Math.max(0, Math.min(SPARE_PACKS, packs.length - days.length)),
    },
    {
      what: "microphone",
      needed: days.length + SPARE_PACKS,
      have: stock("microphone"),
    },
    ...antennaNeeds(facts, receivers).map((n): PackingLine => ({
      what: "antenna",
      block: n.block,
      needed: n.needed,
      have: n.cut,
    })),
    ...(["aa", "9v"] as const).map((kind): PackingLine => ({
      what: `${kind}-cell`,
      needed: batteries.find((b) => b.kind === kind)?.batteries ?? 0,
      have: stock(`${kind}-cell`),
    })),
    { what: "lead", needed: peak, have: stock("lead") },
    {
      what: "wired-recorder",
      needed: once,
      have: stock("wired-recorder"),
    },
    ...Object.entries(PER_TALKER).map(([what, each]): PackingLine => ({
      what: what as keyof typeof PER_TALKER,
      needed: talkers * each,
      have: null,
    })),
  ];
  return lines.filter((l) => l.needed > 0);
}
