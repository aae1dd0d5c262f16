import { antennaFit, antennasOf } from "~/core/kit/match";
import {
  type BatteryKind,
  type InputModel,
  type Kit,
  packModel,
  receiverModel,
  tapeOf,
} from "~/core/kit/models";
import type { CaseUnit, StockItem } from "~/core/kit/units";

/**
 * One thing to do when setting up, in the order of the work; its id names what it is about, so that
 * what is done stays done while other things change.
 */
export type ArrivalStep = { id: string } & (
  | {
      code: "count";
      receivers: number;
      packs: number;
      antennas: number;
      leads: number;
      microphones: number;
    }
  | { code: "cells"; cell: BatteryKind; perUnit: number; units: string[]; total: number }
  | { code: "zero-counters"; units: string[] }
  | {
      code: "antennas";
      receiver: string;
      count: number;
      block: string | null;
      tape: string | null;
      connector: string;
      served: number;
    }
  | { code: "antennas-upright"; receivers: string[] }
  | { code: "receivers-on"; receivers: string[]; onCamera: string[] }
  | { code: "halves-off"; receiver: string; halves: number[] }
  | { code: "front-end"; receivers: string[] }
  | { code: "ranges"; receivers: string[] }
  | { code: "factory-settings"; units: string[] }
  | { code: "inputs"; input: string; kind: InputModel["kind"]; talkers: string[] }
  | { code: "tell-apart"; packs: string[] }
  | { code: "names"; packs: { label: string; talker: string }[] }
  | { code: "same-display"; units: string[] }
  | { code: "know"; model: string; units: string[]; note: string }
  | { code: "packs-off"; packs: string[] }
);

export interface ArrivalFacts {
  kit: Kit;
  units: readonly CaseUnit[];
  stock: readonly StockItem[];
  channels: readonly {
    talker: string;
    receiverKey: string;
    half: number;
    packKey: string;
    inputId: string;
  }[];
}

/**
 * The setting up of a day's case, computed from what is in it and who wears it: only what this kit
 * needs, antennas before power, receivers before packs.
 */
export function arrivalSteps({ kit, units, stock, channels }: ArrivalFacts): ArrivalStep[] {
  const receivers = units
    .filter((u) => u.kind === "receiver")
    .map((unit) => ({ unit, model: receiverModel(kit, unit.modelId) }));
  const packs = units
    .filter((u) => u.kind === "pack")
    .map((unit) => ({ unit, model: packModel(kit, unit.modelId) }));
  const worn = packs.flatMap((p) => {
    const c = channels.find((x) => x.packKey === p.unit.key);
    return c ? [{ ...p, talker: c.talker }] : [];
  });
  const count = (kind: StockItem["kind"]) =>
    stock.filter((s) => s.kind === kind).reduce((n, s) => n + s.count, 0);
  const labels = (list: readonly { unit: CaseUnit }[]) => list.map((x) => x.unit.label);
  const steps: ArrivalStep[] = [];
  if (units.length === 0) return steps;
  steps.push({
    id: "count",
    code: "count",
    receivers: receivers.length,
    packs: packs.length,
    antennas: count("antenna"),
    leads: count("lead"),
    microphones: count("microphone"),
  });
  for (const model of [...new Set([...receivers, ...worn].map((x) => x.model))]) {
    if (model.note !== "")
      steps.push({
        id: `know.${model.id}`,
        code: "know",
        model: `${model.maker} ${model.name}`,
        note: model.note,
        units: labels([...receivers, ...worn].filter((x) => x.model === model)),
      });
  }
  for (const cell of ["aa", "9v", "internal"] as const) {
    const mine = worn.filter((p) => p.model.cell.kind === cell);
    for (const perUnit of new Set(mine.map((p) => p.model.cell.perPack))) {
      const same = mine.filter((p) => p.model.cell.perPack === perUnit);
      steps.push({
        id: `cells.${cell}.${perUnit}`,
        code: "cells",
        cell,
        perUnit,
        units: labels(same),
        total: perUnit * same.length,
      });
    }
  }
  if (worn.length > 0) steps.push({ id: "zero", code: "zero-counters", units: labels(worn) });
  for (const { unit, model } of receivers.filter((r) => antennasOf(r.model) > 0)) {
    const served = stock
      .filter((s) => s.kind === "antenna" && antennaFit(model, s).startsWith("fits"))
      .reduce((n, s) => n + s.count, 0);
    steps.push({
      id: `antennas.${unit.key}`,
      code: "antennas",
      receiver: unit.label,
      count: antennasOf(model),
      block: model.block,
      tape: tapeOf(kit, model.block)?.tape ?? null,
      connector: model.antennaConnector,
      served,
    });
  }
  if (receivers.length > 0) {
    steps.push({ id: "upright", code: "antennas-upright", receivers: labels(receivers) });
    if (packs.length > 0) steps.push({ id: "packs-off", code: "packs-off", packs: labels(packs) });
    steps.push({
      id: "receivers-on",
      code: "receivers-on",
      receivers: labels(receivers),
      onCamera: labels(receivers.filter((r) => r.model.form === "camera")),
    });
    for (const { unit, model } of receivers) {
      const idle = Array.from({ length: model.halves }, (_, half) => half).filter(
        (half) => !channels.some((c) => c.receiverKey === unit.key && c.half === half),
      );
      if (model.halves > 1 && idle.length > 0)
        steps.push({
          id: `halves.${unit.key}.${idle.join("-")}`,
          code: "halves-off",
          receiver: unit.label,
          halves: idle,
        });
    }
    steps.push({ id: "front-end", code: "front-end", receivers: labels(receivers) });
    const ranged = receivers.filter((r) => r.model.tuning.length > 1 || r.model.banks.length > 0);
    if (ranged.length > 0)
      steps.push({
        id: `ranges.${ranged.map((r) => r.unit.key).join("-")}`,
        code: "ranges",
        receivers: labels(ranged),
      });
    steps.push({
      id: "factory",
      code: "factory-settings",
      units: [...labels(receivers), ...labels(worn)],
    });
  }
  for (const input of kit.inputs) {
    const talkers = channels.filter((c) => c.inputId === input.id).map((c) => c.talker);
    if (talkers.length > 0)
      steps.push({
        id: `input.${input.id}.${talkers.join("-")}`,
        code: "inputs",
        input: input.name,
        kind: input.kind,
        talkers,
      });
  }
  if (worn.length > 0) {
    const readers = [...receivers, ...worn].filter((x) => x.model.readout === "mhz");
    if (readers.length > 0)
      steps.push({ id: "display", code: "same-display", units: labels(readers) });
    steps.push({
      id: `names.${worn.map((p) => p.talker).join("-")}`,
      code: "names",
      packs: worn.map((p) => ({ label: p.unit.label, talker: p.talker })),
    });
    steps.push({ id: "apart", code: "tell-apart", packs: labels(worn) });
  }
  return steps;
}
