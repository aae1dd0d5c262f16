import { MIC_POWERS, type MicPower, type MicrophoneModel } from "~/core/kit/models";
import { MIC_POWER_WORDS } from "~/contract/messages/kit";
import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { Button } from "~/app/ui/Button/Button";
import { DataGrid } from "~/app/ui/DataGrid/DataGrid";
import { Heading } from "~/app/ui/Page/Page";
import { freeId, partColumns, type PartTableProps } from "./partColumns";

const HEARS = [
  { id: "omni", label: MODELS_TEXTS.allAround },
  { id: "cardioid", label: MODELS_TEXTS.before },
] as const;
const NEEDS = MIC_POWERS.map((id) => ({ id, label: MIC_POWER_WORDS[id] }));

export function MicrophoneTable(props: PartTableProps<MicrophoneModel>) {
  const { rows, isBusy, save, drop, tellWrong } = props;
  const { word, figure, choice, drop: dropColumn } = partColumns<MicrophoneModel>(tellWrong);
  return (
    <section>
      <Heading>{MODELS_TEXTS.microphones}</Heading>
      <DataGrid
        label={MODELS_TEXTS.microphones}
        rows={rows}
        rowKey={(m) => m.id}
        isBusy={isBusy}
        empty={MODELS_TEXTS.none2}
        columns={[
          word(
            "name",
            "Name",
            (m) => m.name,
            (m, name) => save({ ...m, name }),
          ),
          figure(
            "sens",
            "mV/Pa",
            (m) => m.sensitivityMvPerPa,
            (m, sensitivityMvPerPa) => save({ ...m, sensitivityMvPerPa }),
          ),
          figure(
            "noise",
            MODELS_TEXTS.selfNoiseDba,
            (m) => m.selfNoiseDba,
            (m, selfNoiseDba) => save({ ...m, selfNoiseDba }),
          ),
          figure(
            "max",
            MODELS_TEXTS.mostDbSpl,
            (m) => m.maxSplDb,
            (m, maxSplDb) => save({ ...m, maxSplDb }),
          ),
          choice<"omni" | "cardioid">(
            "pattern",
            "Hears",
            HEARS,
            (m) => m.pattern ?? "omni",
            (m, pattern) => save({ ...m, pattern }),
          ),
          choice<MicPower>(
            "needs",
            "Needs",
            NEEDS,
            (m) => m.needs ?? "bias",
            (m, needs) => save({ ...m, needs }),
          ),
          dropColumn((m) => drop(m.id)),
        ]}
      />
      <Button
        isDisabled={isBusy}
        onPress={() =>
          save({
            id: freeId("microphone", rows),
            name: MODELS_TEXTS.newMicrophone,
            sensitivityMvPerPa: 6,
            selfNoiseDba: 28,
            maxSplDb: 130,
          })
        }
      >
        {MODELS_TEXTS.addAMicrophone}
      </Button>
    </section>
  );
}
