import { lastOf, numberAt } from "~/core/units/items";
import {
  AUDIO_JOINTS,
  type AudioJoint,
  CONTROL_SCALES,
  type ControlScale,
  type InputModel,
} from "~/core/kit/models";
import { parseNumberList } from "~/core/kit/modelText";
import { JOINT_WORDS, SCALE_WORDS } from "~/contract/messages/kit";
import { Button } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";
import { Heading } from "~/app/ui/Page/Page";
import { freeId, oneNumber, partColumns, type PartTableProps, saidAgain } from "./partColumns";

const KINDS = [
  { id: "mic", label: "microphone level" },
  { id: "line", label: "line level" },
] as const;
const SCALES = CONTROL_SCALES.map((id) => ({ id, label: SCALE_WORDS[id] }));
const AUTO = [
  { id: "none", label: "cannot" },
  { id: "off", label: "can" },
  { id: "on", label: "as it comes" },
] as const;
const PHANTOM = [
  { id: "none", label: "none" },
  { id: "switched", label: "switched" },
  { id: "always", label: "always" },
] as const;
const JOINTS = AUDIO_JOINTS.map((id) => ({ id, label: JOINT_WORDS[id] }));

export function InputTable(props: PartTableProps<InputModel>) {
  const { rows, isBusy, save } = props;
  return (
    <section>
      <Heading>Inputs that receivers play into</Heading>
      <DataGrid
        label="Inputs"
        rows={rows}
        rowKey={(m) => m.id}
        isBusy={isBusy}
        empty="None."
        columns={inputColumns(props)}
      />
      <Button
        isDisabled={isBusy}
        onPress={() =>
          save({
            id: freeId("input", rows),
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
      "Full scale, dBu",
      (m) => m.fullScaleDbu,
      (m, fullScaleDbu) => save({ ...m, fullScaleDbu }),
    ),
    figure(
      "noise",
      "Noise, dBu",
      (m) => m.noiseDbu,
      (m, noiseDbu) => save({ ...m, noiseDbu }),
    ),
    figure(
      "gain",
      "Gain, dB",
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
        else tellWrong("First say how far its gain goes, such as 0 to 40 by 1. It is as it was.");
      },
    ),
    limiterColumn({ save, tellWrong }),
    choice<"none" | "off" | "on">(
      "auto",
      "By itself",
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
      "Joint",
      JOINTS,
      (m) => m.joint ?? "balanced",
      (m, joint) => save({ ...m, joint }),
    ),
    dropColumn((m) => drop(m.id)),
  ];
}

/** How far its gain goes and in which steps, as one text. */
function rangeColumn({ save, tellWrong }: Omit<Told, "drop">): GridColumn<InputModel> {
  const text = ({ gain }: InputModel) =>
    gain ? `${gain.lowestDb} to ${gain.highestDb} by ${gain.stepDb}` : null;
  return {
    id: "range",
    heading: "Its gain goes",
    text: (m) => text(m) ?? "any",
    edit: () => ({
      kind: "text",
      value: (m) => text(m) ?? "",
      commit: (m, typed) => {
        const read = parseNumberList(typed);
        if (!read.ok || read.value.length < 2) {
          tellWrong(`${saidAgain(typed)} is no range such as 0 to 40 by 1. It is as it was.`);
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
    heading: "Limiter, dB under",
    text: (m) => text(m) ?? "none",
    edit: () => ({
      kind: "text",
      value: (m) => text(m) ?? "",
      commit: ({ limiterDb: _, ...rest }, typed) => {
        const limiterDb = oneNumber(typed);
        if (typed.trim() === "") save(rest);
        else if (limiterDb !== null && limiterDb >= 0) save({ ...rest, limiterDb });
        else
          tellWrong(
            `${saidAgain(typed)} is no limiter: dB under full scale, or empty. It is as it was.`,
          );
      },
    }),
  };
}
