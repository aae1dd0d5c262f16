import { defined, lastOf, numberAt } from "~/core/units/items";
import { useState } from "react";
import type { KitPart } from "~/server/services/prep/kits.server";
import {
  AUDIO_JOINTS,
  type AudioJoint,
  type BlockTape,
  CONTROL_SCALES,
  type ControlScale,
  type InputModel,
  type Kit,
  MIC_POWERS,
  type MicPower,
  type MicrophoneModel,
} from "~/core/kit/models";
import { JOINT_WORDS, MIC_POWER_WORDS, SCALE_WORDS } from "~/contract/messages/kit";
import { parseNumberList } from "~/core/kit/modelText";
import { slug } from "~/core/kit/typical";
import { Button } from "~/app/ui/Button/Button";
import { DataGrid, type GridColumn } from "~/app/ui/DataGrid/DataGrid";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Soft, Stack } from "~/app/ui/Page/Page";
import { Tape } from "~/app/ui/Tape/Tape";
import type { ModelIntent } from "./intents";

interface PartsProps {
  kit: Kit;
  expectedVersion: number;
  isBusy: boolean;
  send: (intent: ModelIntent) => void;
}

const freeId = (wanted: string, list: readonly { id: string }[]): string =>
  list.some((m) => m.id === wanted) ? freeId(`${wanted}-2`, list) : wanted;

/** Microphones, inputs and tapes: small tables, changed cell by cell. */
export function Parts({ kit, expectedVersion, isBusy, send }: PartsProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const save = (part: KitPart) => {
    setWrong(null);
    send({ intent: "save-part", part, expectedVersion });
  };
  const drop = (part: KitPart["part"], id: string) =>
    send({ intent: "drop-part", part, id, expectedVersion });
  const word = <Row extends { id: string }>(
    id: string,
    heading: string,
    get: (row: Row) => string,
    put: (row: Row, text: string) => void,
  ): GridColumn<Row> => ({
    id,
    heading,
    text: get,
    edit: () => ({
      kind: "text",
      value: get,
      commit: (row, text) =>
        text.trim() === ""
          ? setWrong(`${heading} must not be empty. It is as it was.`)
          : put(row, text.trim()),
    }),
  });
  const figure = <Row extends { id: string }>(
    id: string,
    heading: string,
    get: (row: Row) => number,
    put: (row: Row, n: number) => void,
  ): GridColumn<Row> => ({
    id,
    heading,
    text: (row) => String(get(row)),
    sortBy: get,
    edit: () => ({
      kind: "text",
      value: (row) => String(get(row)),
      commit: (row, text) => {
        const n = parseNumberList(text.replace(",", "."));
        if (n.ok && n.value.length === 1) put(row, numberAt(n.value, 0));
        else setWrong(`"${text.slice(0, 20)}" is not a number. It is as it was.`);
      },
    }),
  });
  const choose = <Row extends { id: string }, T extends string>(
    id: string,
    heading: string,
    choices: { id: T; label: string }[],
    get: (row: Row) => T,
    put: (row: Row, value: T) => void,
  ): GridColumn<Row> => ({
    id,
    heading,
    text: (row) => defined(choices.find((c) => c.id === get(row))).label,
    edit: () => ({
      kind: "choice",
      value: get,
      choices: () => choices,
      commit: (row, chosen) => {
        const found = choices.find((c) => c.id === chosen);
        if (found) put(row, found.id);
      },
    }),
  });
  const takeRange = (m: InputModel, text: string) => {
    const read = parseNumberList(text);
    if (!read.ok || read.value.length < 2) {
      setWrong(`"${text.slice(0, 20)}" is no range such as 0 to 40 by 1. It is as it was.`);
      return;
    }
    const steps = [...read.value].sort((a, b) => a - b);
    input({
      ...m,
      gain: {
        ...m.gain,
        lowestDb: numberAt(steps, 0),
        highestDb: lastOf(steps),
        stepDb: numberAt(steps, 1) - numberAt(steps, 0),
      },
    });
  };
  const out = <Row extends { id: string }>(part: KitPart["part"]): GridColumn<Row> => ({
    id: "drop",
    heading: "",
    text: () => "drop",
    act: (row) => drop(part, row.id),
  });
  const mic = (item: MicrophoneModel) => save({ part: "microphones", item });
  const input = (item: InputModel) => save({ part: "inputs", item });
  const block = (item: BlockTape) => save({ part: "blocks", item });
  return (
    <Stack $gapPx={20}>
      {wrong && <Notice kind="refused">{wrong}</Notice>}
      <section>
        <Heading>Microphones</Heading>
        <DataGrid
          label="Microphones"
          rows={kit.microphones}
          rowKey={(m) => m.id}
          isBusy={isBusy}
          empty="None."
          columns={[
            word<MicrophoneModel>(
              "name",
              "Name",
              (m) => m.name,
              (m, name) => mic({ ...m, name }),
            ),
            figure<MicrophoneModel>(
              "sens",
              "mV/Pa",
              (m) => m.sensitivityMvPerPa,
              (m, sensitivityMvPerPa) => mic({ ...m, sensitivityMvPerPa }),
            ),
            figure<MicrophoneModel>(
              "noise",
              "Self-noise, dBA",
              (m) => m.selfNoiseDba,
              (m, selfNoiseDba) => mic({ ...m, selfNoiseDba }),
            ),
            figure<MicrophoneModel>(
              "max",
              "Most, dB SPL",
              (m) => m.maxSplDb,
              (m, maxSplDb) => mic({ ...m, maxSplDb }),
            ),
            choose<MicrophoneModel, "omni" | "cardioid">(
              "pattern",
              "Hears",
              [
                { id: "omni", label: "all around" },
                { id: "cardioid", label: "before it" },
              ],
              (m) => m.pattern ?? "omni",
              (m, pattern) => mic({ ...m, pattern }),
            ),
            choose<MicrophoneModel, MicPower>(
              "needs",
              "Needs",
              MIC_POWERS.map((id) => ({ id, label: MIC_POWER_WORDS[id] })),
              (m) => m.needs ?? "bias",
              (m, needs) => mic({ ...m, needs }),
            ),
            out("microphones"),
          ]}
        />
        <Button
          isDisabled={isBusy}
          onPress={() =>
            mic({
              id: freeId("microphone", kit.microphones),
              name: "New microphone",
              sensitivityMvPerPa: 6,
              selfNoiseDba: 28,
              maxSplDb: 130,
            })
          }
        >
          Add a microphone
        </Button>
      </section>
      <section>
        <Heading>Inputs that receivers play into</Heading>
        <DataGrid
          label="Inputs"
          rows={kit.inputs}
          rowKey={(m) => m.id}
          isBusy={isBusy}
          empty="None."
          columns={[
            word<InputModel>(
              "name",
              "Name",
              (m) => m.name,
              (m, name) => input({ ...m, name }),
            ),
            choose<InputModel, InputModel["kind"]>(
              "kind",
              "Is",
              [
                { id: "mic", label: "microphone level" },
                { id: "line", label: "line level" },
              ],
              (m) => m.kind,
              (m, kind) => input({ ...m, kind }),
            ),
            figure<InputModel>(
              "full",
              "Full scale, dBu",
              (m) => m.fullScaleDbu,
              (m, fullScaleDbu) => input({ ...m, fullScaleDbu }),
            ),
            figure<InputModel>(
              "noise",
              "Noise, dBu",
              (m) => m.noiseDbu,
              (m, noiseDbu) => input({ ...m, noiseDbu }),
            ),
            figure<InputModel>(
              "gain",
              "Gain, dB",
              (m) => m.gainDb,
              (m, gainDb) => input({ ...m, gainDb }),
            ),
            {
              id: "range",
              heading: "Its gain goes",
              text: ({ gain: g }) => (g ? `${g.lowestDb} to ${g.highestDb} by ${g.stepDb}` : "any"),
              edit: () => ({
                kind: "text",
                value: ({ gain: g }) => (g ? `${g.lowestDb} to ${g.highestDb} by ${g.stepDb}` : ""),
                commit: (m, text) => takeRange(m, text),
              }),
            },
            choose<InputModel, ControlScale>(
              "scale",
              "told",
              CONTROL_SCALES.map((id) => ({ id, label: SCALE_WORDS[id] })),
              (m) => m.gain?.scale ?? "db",
              (m, scale) =>
                m.gain
                  ? input({ ...m, gain: { ...m.gain, scale } })
                  : setWrong(
                      "First say how far its gain goes, such as 0 to 40 by 1. It is as it was.",
                    ),
            ),
            {
              id: "limiter",
              heading: "Limiter, dB under",
              text: (m) => (m.limiterDb === undefined ? "none" : String(m.limiterDb)),
              edit: () => ({
                kind: "text",
                value: (m) => (m.limiterDb === undefined ? "" : String(m.limiterDb)),
                commit: (m, text) => {
                  const { limiterDb: _, ...rest } = m;
                  const n = parseNumberList(text.replace(",", "."));
                  if (text.trim() === "") input(rest);
                  else if (n.ok && n.value.length === 1 && numberAt(n.value, 0) >= 0)
                    input({ ...m, limiterDb: numberAt(n.value, 0) });
                  else
                    setWrong(
                      `"${text.slice(0, 20)}" is no limiter: dB under full scale, or empty. It is as it was.`,
                    );
                },
              }),
            },
            choose<InputModel, "none" | "off" | "on">(
              "auto",
              "By itself",
              [
                { id: "none", label: "cannot" },
                { id: "off", label: "can" },
                { id: "on", label: "as it comes" },
              ],
              (m) => m.autoGain ?? "none",
              (m, v) => {
                const { autoGain: _, ...rest } = m;
                input(v === "none" ? rest : { ...m, autoGain: v });
              },
            ),
            choose<InputModel, "none" | "switched" | "always">(
              "phantom",
              "Phantom",
              [
                { id: "none", label: "none" },
                { id: "switched", label: "switched" },
                { id: "always", label: "always" },
              ],
              (m) => m.phantom ?? "none",
              (m, v) => {
                const { phantom: _, ...rest } = m;
                input(v === "none" ? rest : { ...m, phantom: v });
              },
            ),
            choose<InputModel, AudioJoint>(
              "joint",
              "Joint",
              AUDIO_JOINTS.map((id) => ({ id, label: JOINT_WORDS[id] })),
              (m) => m.joint ?? "balanced",
              (m, joint) => input({ ...m, joint }),
            ),
            out("inputs"),
          ]}
        />
        <Button
          isDisabled={isBusy}
          onPress={() =>
            input({
              id: freeId("input", kit.inputs),
              name: "New input",
              kind: "line",
              fullScaleDbu: 20,
              noiseDbu: -88,
              gainDb: 0,
            })
          }
        >
          Add an input
        </Button>
      </section>
      <section>
        <Heading>Blocks and their tape</Heading>
        <DataGrid
          label="Tapes"
          rows={kit.blocks}
          rowKey={(m) => m.id}
          isBusy={isBusy}
          empty="None."
          columns={[
            { id: "id", heading: "Block", text: (m) => m.id },
            word<BlockTape>(
              "tape",
              "Tape",
              (m) => m.tape,
              (m, tape) => block({ ...m, tape }),
            ),
            {
              id: "colour",
              heading: "Colour",
              text: (m) => m.colour,
              cell: (m) => <Tape colour={m.colour}>{m.colour}</Tape>,
              edit: () => ({
                kind: "text",
                value: (m) => m.colour,
                commit: (m, colour) =>
                  /^#[0-9a-f]{6}$/i.test(colour.trim())
                    ? block({ ...m, colour: colour.trim() })
                    : setWrong(
                        `"${colour.slice(0, 20)}" is not a colour such as #b98416. It is as it was.`,
                      ),
              }),
            },
            out("blocks"),
          ]}
        />
        <NewTape
          taken={kit.blocks.map((b) => b.id)}
          models={[...kit.receivers, ...kit.packs]}
          isBusy={isBusy}
          onAdd={(id) => block({ id, tape: `tape ${slug(id)}`, colour: "#777777" })}
        />
      </section>
    </Stack>
  );
}

/** Blocks that a model names and no tape marks yet. */
function NewTape({
  taken,
  models,
  isBusy,
  onAdd,
}: {
  taken: string[];
  models: readonly { block: string | null }[];
  isBusy: boolean;
  onAdd: (block: string) => void;
}) {
  const missing = [...new Set(models.flatMap((m) => m.block ?? []))].filter(
    (b) => !taken.includes(b),
  );
  if (missing.length === 0) return <Soft as="p">Every block of a known model has its tape.</Soft>;
  return (
    <>
      {missing.map((b) => (
        <Button
          key={b}
          isDisabled={isBusy}
          onPress={() => onAdd(b)}
        >{`Agree on a tape for block ${b}`}</Button>
      ))}
    </>
  );
}
