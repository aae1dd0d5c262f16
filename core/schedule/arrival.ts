import { phantomOf } from "~/core/kit/phantom";
import { type AntennaSeat, antennaSeats, seatAntennas } from "~/core/kit/antennaPlan";
import { antennaTape, type KitAntenna } from "~/core/kit/antennas";
import type { Distribution } from "~/core/kit/distribution";
import type { AntennaAttitude } from "~/core/radio/antennaDesk";
import {
  type BatteryKind,
  type InputModel,
  type Kit,
  packModel,
  type ReceiverModel,
  receiverModel,
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
  /** Sets that last by the plan, so that they stay in; with what is left of each. */
  | { code: "cells-keep"; units: { label: string; leftHours: number }[] }
  /** Receivers with batteries of their own and supplies, and receivers that hang on something. */
  | { code: "power"; new: string[]; keep: string[]; slots: string[]; phantom: string[] }
  | { code: "zero-counters"; units: string[] }
  | {
      code: "antennas";
      /** A receiver, or the distribution that feeds several. */
      seat: string;
      kind: AntennaSeat["kind"];
      connector: string;
      /** What goes on which socket; null where the kit has none for it. */
      sockets: {
        socket: "A" | "B";
        antenna: string | null;
        tape: string | null;
        lossDb: number | null;
      }[];
    }
  /** Cables from a distribution's ports. */
  | { code: "distribution"; distribution: string; receivers: string[]; givesBias: boolean }
  | { code: "antennas-lean"; receivers: string[]; attitude: AntennaAttitude }
  | { code: "receivers-on"; receivers: string[]; onCamera: string[] }
  | { code: "halves-off"; receiver: string; halves: number[] }
  | { code: "front-end"; receivers: string[] }
  | { code: "ranges"; receivers: string[] }
  | { code: "factory-settings"; units: string[] }
  /** `phantom`: what the receivers there want of the input's 48 V; null: it has none. */
  | {
      code: "inputs";
      input: string;
      kind: InputModel["kind"];
      talkers: string[];
      phantom: "on" | "off" | null;
    }
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
  antennas: readonly KitAntenna[];
  distributions: readonly Distribution[];
  attitude: AntennaAttitude;
  /** What each receiver's channels are set to, by its key; absent: nothing yet. */
  frequenciesHz?: Readonly<Record<string, readonly number[]>>;
  /**
   * Packs whose set lasts by the day's plan of changes, by their key, with the hours left; absent:
   * nothing is known, and all get new ones.
   */
  keptHours?: Readonly<Record<string, number>>;
  /** Receivers and supplies that run on batteries, and whether the plan puts a new set in. */
  powered?: readonly { label: string; isNew: boolean }[];
  channels: readonly {
    talker: string;
    receiverKey: string;
    half: number;
    packKey: string;
    inputId: string;
    /** The socket of the patch; absent: none is told. */
    into?: string;
  }[];
}

/**
 * The setting up of a day's case, computed from what is in it and who wears it: only what this kit
 * needs, antennas before power, receivers before packs.
 */
export function arrivalSteps(facts: ArrivalFacts): ArrivalStep[] {
  const { kit, units, stock, channels } = facts;
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
    antennas: facts.antennas.length,
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
  const kept = worn.filter((p) => facts.keptHours?.[p.unit.key] !== undefined);
  const renewed = worn.filter((p) => !kept.includes(p));
  for (const cell of ["aa", "9v", "internal"] as const) {
    const mine = renewed.filter((p) => p.model.cell.kind === cell);
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
  if (kept.length > 0)
    steps.push({
      id: `keep.${kept.map((p) => p.unit.key).join("-")}`,
      code: "cells-keep",
      units: kept.map((p) => ({
        label: p.unit.label,
        leftHours: facts.keptHours?.[p.unit.key] ?? 0,
      })),
    });
  if (renewed.length > 0) steps.push({ id: "zero", code: "zero-counters", units: labels(renewed) });
  const power = {
    new: (facts.powered ?? []).filter((x) => x.isNew).map((x) => x.label),
    keep: (facts.powered ?? []).filter((x) => !x.isNew).map((x) => x.label),
    slots: labels(receivers.filter((r) => r.model.power?.from === "slot")),
    phantom: labels(receivers.filter((r) => phantomOf(r.model) === "wakes")),
  };
  if (Object.values(power).some((l) => l.length > 0))
    steps.push({ id: `power.${power.new.join("-")}`, code: "power", ...power });
  steps.push(...antennaSteps(facts, receivers));
  if (receivers.length > 0) {
    steps.push({
      id: facts.attitude === "parallel" ? "upright" : facts.attitude,
      code: "antennas-lean",
      receivers: labels(receivers),
      attitude: facts.attitude,
    });
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
    const here = channels.filter((c) => c.inputId === input.id);
    const wakes = (c: (typeof here)[number]) => {
      const receiver = receivers.find((r) => r.unit.key === c.receiverKey);
      return receiver !== undefined && phantomOf(receiver.model) === "wakes";
    };
    for (const [phantom, those] of [
      ["off", here.filter((c) => !wakes(c))],
      ["on", here.filter(wakes)],
    ] as const) {
      const talkers = those.map((c) =>
        c.into === undefined ? c.talker : `${c.talker} (${c.into})`,
      );
      if (talkers.length > 0)
        steps.push({
          id: `input.${input.id}.${talkers.join("-")}`,
          code: "inputs",
          input: input.name,
          kind: input.kind,
          talkers,
          phantom: input.phantom === undefined ? null : phantom,
        });
    }
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

/** Antennas before power: which goes where, then what hangs behind each distribution. */
function antennaSteps(
  { kit, antennas, distributions, frequenciesHz = {} }: ArrivalFacts,
  receivers: readonly { unit: CaseUnit; model: ReceiverModel }[],
): ArrivalStep[] {
  const seated = seatAntennas(
    kit,
    antennas,
    antennaSeats(
      receivers.map(({ unit, model }) => ({
        key: unit.key,
        label: unit.label,
        model,
        frequenciesHz: frequenciesHz[unit.key] ?? [],
      })),
      distributions,
    ),
  );
  const steps = [...new Set(seated.map((s) => s.seat))].map((seat): ArrivalStep => {
    const sockets = seated.filter((s) => s.seat === seat);
    return {
      // another antenna on a socket is another thing to do
      id: `antennas.${seat.key}.${sockets.map((s) => s.antenna?.id ?? "-").join(".")}`,
      code: "antennas",
      seat: seat.label,
      kind: seat.kind,
      connector: seat.connector,
      sockets: sockets.map(({ socket, antenna, lossDb }) => ({
        socket,
        antenna: antenna?.label ?? null,
        tape: antenna ? antennaTape(kit, antenna) : null,
        lossDb,
      })),
    };
  });
  for (const d of distributions) {
    const fed = receivers.filter((r) => d.outputs.some((o) => o.receiverKey === r.unit.key));
    if (fed.length > 0)
      steps.push({
        id: `distribution.${d.id}.${fed.map((r) => r.unit.key).join("-")}`,
        code: "distribution",
        distribution: d.label,
        receivers: fed.map((r) => r.unit.label),
        givesBias: d.givesBias,
      });
  }
  return steps;
}
