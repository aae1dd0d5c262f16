import { INPUT_METERS, type InputMeter } from "~/core/audio/meterReading";
import { lastOf, numberAt } from "~/core/units/items";
import {
  AUDIO_JOINTS,
  type AudioJoint,
  CONTROL_SCALES,
  type ControlScale,
  type InputModel,
} from "~/core/kit/models";
import { parseNumberList } from "~/core/kit/modelText";
import { JOINT_WORDS, METER_WORDS, SCALE_WORDS } from "~/contract/messages/kit";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { Button } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";
import { Heading } from "~/app/ui/Page/Page";
import { freeId, oneNumber, partColumns, type PartTableProps, saidAgain } from "./partColumns";

const KINDS = [
  { id: "mic", label: MODELS_TEXTS.microphoneLevel },
  { id: "line", label: MODELS_TEXTS.lineLevel },
] as const;
const SCALES = CONTROL_SCALES.map((id) => ({ id, label: SCALE_WORDS[id] }));
const AUTO = [
  { id: "none", label: "cannot" },
  { id: "off", label: "can" },
  { id: "on", label: MODELS_TEXTS.asDelivered },
] as const;
const PHANTOM = [
  { id: "none", label: "none" },
  { id: "switched", label: "switched" },
  { id: "always", label: "always" },
] as const;
const METERS = INPUT_METERS.map((id) => ({ id, label: METER_WORDS[id] }));
const JOINTS = AUDIO_JOINTS.map((id) => ({ id, label: JOINT_WORDS[id] }));

export function InputTable(props: PartTableProps<InputModel>) {
  const { rows, isBusy, save } = props;
  return (
    <section>
      <Heading>{MODELS_TEXTS.inputsForReceivers}</Heading>
      <DataGrid
        label={MODELS_TEXTS.inputs}
        rows={rows}
        rowKey={(m) => m.id}
        isBusy={isBusy}
        empty={MODELS_TEXTS.none2}
        columns={inputColumns(props)}
      />
      <Button
        isDisabled={isBusy}
        onPress={() =>
          save({
            id: freeId("input", rows),
            name: MODELS_TEXTS.newInput,
            kind: "line",
            fullScaleDbu: 20,
            noiseDbu: -88,
            gainDb: 0,
          })
        }
      >
        {MODELS_TEXTS.addAnInput}
      </Button>
    </section>
  );
}

type Told = Pick<PartTableProps<InputModel>, "save" | "drop" | "tellWrong">;

function inputColumns({ save, drop, tellWrong }: Told): GridColumn<InputModel>[] {
  const { word, figure, choice, drop: dropColumn } = partColumns<InputModel>(tellWrong);
  return [
    word(
      "name",
      "Name",
      (m) => m.name,
      (m, name) => save({ ...m, name }),
    ),
    choice<InputModel["kind"]>(
      "kind",
      "Is",
      KINDS,
      (m) => m.kind,
      (m, kind) => save({ ...m, kind }),
    ),
    figure(
      "full",
      MODELS_TEXTS.fullScaleDbu,
      (m) => m.fullScaleDbu,
      (m, fullScaleDbu) => save({ ...m, fullScaleDbu }),
    ),
    figure(
      "noise",
      MODELS_TEXTS.noiseDbu,
      (m) => m.noiseDbu,
      (m, noiseDbu) => save({ ...m, noiseDbu }),
    ),
    figure(
      "gain",
      MODELS_TEXTS.gainDb,
      (m) => m.gainDb,
      (m, gainDb) => save({ ...m, gainDb }),
    ),
    rangeColumn({ save, tellWrong }),
    choice<ControlScale>(
      "scale",
      "told",
      SCALES,
      (m) => m.gain?.scale ?? "db",
      (m, scale) => {
        if (m.gain) save({ ...m, gain: { ...m.gain, scale } });
        else tellWrong(MODELS_TEXTS.firstSayHowFar);
      },
    ),
    limiterColumn({ save, tellWrong }),
    choice<"none" | "off" | "on">(
      "auto",
      MODELS_TEXTS.byItself,
      AUTO,
      (m) => m.autoGain ?? "none",
      ({ autoGain: _, ...rest }, autoGain) =>
        save(autoGain === "none" ? rest : { ...rest, autoGain }),
    ),
    choice<"none" | "switched" | "always">(
      "phantom",
      "Phantom",
      PHANTOM,
      (m) => m.phantom ?? "none",
      ({ phantom: _, ...rest }, phantom) => save(phantom === "none" ? rest : { ...rest, phantom }),
    ),
    choice<AudioJoint>(
      "joint",
      "Connector",
      JOINTS,
      (m) => m.joint ?? "balanced",
      (m, joint) => save({ ...m, joint }),
    ),
    choice<InputMeter>(
      "meter",
      "Meter",
      METERS,
      (m) => m.meter ?? "dbfs",
      (m, meter) => save({ ...m, meter }),
    ),
    dropColumn((m) => drop(m.id)),
  ];
}

/** How far its gain goes and in which steps, as one text. */
function rangeColumn({ save, tellWrong }: Omit<Told, "drop">): GridColumn<InputModel> {
  const text = ({ gain }: InputModel) =>
    gain ? MODELS_TEXTS.to(gain.lowestDb, gain.highestDb, gain.stepDb) : null;
  return {
    id: "range",
    heading: MODELS_TEXTS.gain,
    text: (m) => text(m) ?? "any",
    edit: () => ({
      kind: "text",
      value: (m) => text(m) ?? "",
      commit: (m, typed) => {
        const read = parseNumberList(typed);
        if (!read.ok || read.value.length < 2) {
          tellWrong(MODELS_TEXTS.isNoRangeSuch(saidAgain(typed)));
          return;
        }
        const steps = [...read.value].sort((a, b) => a - b);
        const lowestDb = numberAt(steps, 0);
        const stepDb = numberAt(steps, 1) - lowestDb;
        save({ ...m, gain: { ...m.gain, lowestDb, highestDb: lastOf(steps), stepDb } });
      },
    }),
  };
}

/** Where its limiter begins; empty for an input that has none. */
function limiterColumn({ save, tellWrong }: Omit<Told, "drop">): GridColumn<InputModel> {
  const text = ({ limiterDb }: InputModel) => (limiterDb === undefined ? null : String(limiterDb));
  return {
    id: "limiter",
    heading: MODELS_TEXTS.limiterDbUnder,
    text: (m) => text(m) ?? "none",
    edit: () => ({
      kind: "text",
      value: (m) => text(m) ?? "",
      commit: ({ limiterDb: _, ...rest }, typed) => {
        const limiterDb = oneNumber(typed);
        if (typed.trim() === "") save(rest);
        else if (limiterDb !== null && limiterDb >= 0) save({ ...rest, limiterDb });
        else tellWrong(MODELS_TEXTS.isNoLimiterDbUnder(saidAgain(typed)));
      },
    }),
  };
}
