import { defined } from "~/core/units/items";
import type { KitView } from "~/server/services/prep/kits.server";
import type { MatchRow } from "~/server/services/prep/preparation.server";
import { listWords } from "~/contract/messages/format";
import { tuningWords } from "~/contract/messages/kit";
import { legalityWords, pairProblemWords } from "~/contract/messages/prep";
import { KIT_TEXTS } from "~/contract/messages/screens/kit";
import { radioModel } from "~/core/kit/caseCheck";
import { firmwareBehind } from "~/core/kit/firmware";
import { modelName, tapeOf } from "~/core/kit/models";
import type { CaseUnit } from "~/core/kit/units";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";
import { Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { Tape } from "~/app/ui/Tape/Tape";
import type { KitIntent } from "./intents";

/** How a unit stands here: with whom it works, and what forbids it. */
export function standing(
  unit: CaseUnit,
  match: readonly MatchRow[],
): { isFine: boolean; words: string } {
  if (unit.kind === "receiver") {
    const packs = match
      .filter((m) => m.receivers.some((r) => r.key === unit.key && r.problem === null))
      .map((m) => m.unit.label.replace(/^Pack /, ""));
    return packs.length > 0
      ? {
          isFine: true,
          words: KIT_TEXTS.withWith(packs.length === 1 ? "pack" : "packs", listWords(packs)),
        }
      : { isFine: false, words: KIT_TEXTS.noPackHereFits };
  }
  const mine = match.find((m) => m.unit.key === unit.key);
  const legality = mine ? legalityWords(mine.legality) : "";
  if (legality) return { isFine: false, words: legality };
  const fitting = mine?.receivers.filter((r) => r.problem === null).map((r) => r.label) ?? [];
  if (fitting.length > 0) return { isFine: true, words: KIT_TEXTS.with2(listWords(fitting)) };
  const problems = mine?.receivers.flatMap((r) => r.problem ?? []) ?? [];
  const nearest = problems.find((p) => p.code !== "other-modulation") ?? problems[0];
  return {
    isFine: false,
    words: nearest
      ? KIT_TEXTS.fitsNoReceiver(pairProblemWords(nearest))
      : KIT_TEXTS.noReceiverInTheKit,
  };
}

export function unitColumns(
  view: KitView,
  match: readonly MatchRow[],
  send: (intent: KitIntent) => void,
): GridColumn<CaseUnit>[] {
  const { kit } = view;
  const expectedVersion = view.units.version;
  const change = (unit: CaseUnit, part: Extract<KitIntent, { intent: "change-unit" }>["change"]) =>
    send({ intent: "change-unit", key: unit.key, change: part, expectedVersion });
  const modelOf = (u: CaseUnit) => radioModel(kit, u.modelId);
  const nameOf = (u: CaseUnit) => {
    const m = modelOf(u);
    return m ? modelName(m) : u.modelId;
  };
  const behind = firmwareBehind(kit, view.units.items);
  const newestOver = (u: CaseUnit) =>
    behind.find((b) => b.units.some((x) => x.label === u.label))?.newest ?? null;
  return [
    {
      id: "label",
      heading: KIT_TEXTS.unit,
      text: (u) => u.label,
      cell: (u) => <b>{u.label}</b>,
      edit: () => ({
        kind: "text",
        value: (u) => u.label,
        commit: (u, label) => change(u, { label }),
      }),
    },
    {
      id: "model",
      heading: KIT_TEXTS.model,
      text: nameOf,
      edit: () => ({
        kind: "choice",
        value: (u) => u.modelId,
        commit: (u, modelId) => change(u, { modelId }),
        choices: (u) =>
          (u.kind === "receiver" ? kit.receivers : kit.packs).map((m) => ({
            id: m.id,
            label: modelName(m),
          })),
      }),
    },
    {
      id: "here",
      heading: KIT_TEXTS.here,
      text: (u) => standing(u, match).words,
      isWrapped: true,
      cell: (u) => {
        const s = standing(u, match);
        return s.isFine ? <Soft>{s.words}</Soft> : <Status status="problem">{s.words}</Status>;
      },
    },
    {
      id: "tunes",
      heading: KIT_TEXTS.tunes,
      text: (u) => {
        const m = modelOf(u);
        return m ? tuningWords(m) : "";
      },
      sortBy: (u) => modelOf(u)?.tuning[0]?.lowHz ?? Infinity,
    },
    {
      id: "block",
      heading: KIT_TEXTS.blockAndTape,
      text: (u) => {
        const block = modelOf(u)?.block;
        return block ? `${block} ${tapeOf(kit, block)?.tape ?? ""}` : "";
      },
      cell: (u) => {
        const block = modelOf(u)?.block ?? null;
        return block === null ? (
          <Soft>–</Soft>
        ) : (
          <Tape
            colour={tapeOf(kit, block)?.colour ?? null}
          >{`${block}${tapeOf(kit, block) ? `, ${defined(tapeOf(kit, block)).tape}` : ""}`}</Tape>
        );
      },
    },
    {
      id: "power",
      heading: KIT_TEXTS.power,
      text: (u) => (u.powerMw === null ? "" : KIT_TEXTS.mw(u.powerMw)),
      sortBy: (u) => u.powerMw ?? -1,
      edit: (unit) =>
        unit.kind === "receiver"
          ? null
          : {
              kind: "choice",
              value: (u) => String(u.powerMw ?? ""),
              commit: (u, mw) => change(u, { powerMw: Number(mw) }),
              choices: (u) => {
                const m = modelOf(u);
                return m?.kind === "pack"
                  ? m.powersMw.map((p) => ({ id: String(p), label: KIT_TEXTS.mwWith(p) }))
                  : [];
              },
            },
    },
    {
      id: "serial",
      heading: KIT_TEXTS.serial,
      text: (u) => u.serial ?? "",
      edit: () => ({
        kind: "text",
        value: (u) => u.serial ?? "",
        commit: (u, serial) => change(u, { serial: serial.trim() || null }),
      }),
    },
    {
      id: "key",
      heading: KIT_TEXTS.key,
      text: (u) => u.keyName ?? "",
      edit: () => ({
        kind: "text",
        value: (u) => u.keyName ?? "",
        commit: (u, keyName) => change(u, { keyName: keyName.trim() || null }),
      }),
    },
    {
      id: "firmware",
      heading: KIT_TEXTS.firmware,
      text: (u) => u.firmware ?? "",
      cell: (u) => {
        const newest = newestOver(u);
        return newest ? (
          <Status status="problem">{KIT_TEXTS.isOut(u.firmware ?? "", newest)}</Status>
        ) : (
          (u.firmware ?? "")
        );
      },
      edit: () => ({
        kind: "text",
        value: (u) => u.firmware ?? "",
        commit: (u, firmware) => change(u, { firmware: firmware.trim() || null }),
      }),
    },
    { id: "talker", heading: KIT_TEXTS.with3, text: (u) => view.carriedBy[u.key] ?? "" },
    {
      id: "out",
      heading: "",
      text: () => KIT_TEXTS.takeOut,
      cell: () => KIT_TEXTS.takeOut,
      act: (u) => send({ intent: "remove-unit", key: u.key, expectedVersion }),
    },
  ];
}
