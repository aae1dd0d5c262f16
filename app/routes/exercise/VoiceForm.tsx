import { numberAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { controlText } from "~/contract/messages/level";
import { modelName } from "~/core/kit/models";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Stack } from "~/app/ui/Page/Page";
import type { FormProps } from "./formParts";

const EFFORT = {
  soft: "a soft voice",
  normal: "an ordinary voice",
  raised: "a raised voice",
  loud: "a loud voice",
  shout: "a shout",
  scream: "an acted scream",
} as const;
const middle = (list: readonly number[]): number => numberAt(list, Math.floor(list.length / 2));

/** Three knobs for one voice. */
export function VoiceForm({ exercise, isOpen, onDone }: FormProps<"voice">) {
  const { kit, effort, micDistanceM, loudestSplAt1mDb, peakFactorDb } = exercise;
  const [gainDb, setGain] = useState(middle(exercise.gainsDb));
  const [outputDb, setOutput] = useState(middle(exercise.outputsDb));
  const [inputGainDb, setInput] = useState(middle(exercise.inputGainsDb));
  const choices = (list: readonly number[], show = formatDb) =>
    list.map((db) => ({ id: db, label: show(db) }));
  const facts: [string, string][] = [
    [
      "The voice",
      `${EFFORT[effort]}; at its loudest ${loudestSplAt1mDb} dB at a metre; peaks ${peakFactorDb} dB over its average`,
    ],
    [
      "Microphone",
      `${kit.microphone.name}, ${kit.microphone.sensitivityMvPerPa} mV/Pa, ${Math.round(micDistanceM * 100)} cm from the mouth`,
    ],
    [
      "Pack",
      `${modelName(kit.pack)}: full scale at ${formatDb(kit.pack.fullScaleInputDbu).replace(" dB", " dBu")}`,
    ],
    [
      "Receiver",
      `${modelName(kit.receiver)}: ${formatDb(kit.receiver.output.fullScaleDbu).replace(" dB", " dBu")} out at full scale`,
    ],
    [
      "Input",
      `${kit.input.name}: full scale at ${formatDb(kit.input.fullScaleDbu).replace(" dB", " dBu")} with no gain`,
    ],
  ];
  return (
    <Stack $gapPx={18}>
      <Facts>
        {facts.map(([what, words]) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </Facts>
      {isOpen && (
        <>
          <Row>
            <SelectField
              label="Pack"
              choices={choices(exercise.gainsDb, (db) =>
                controlText(kit.pack.gainScale ?? "db", db, exercise.gainsDb),
              )}
              value={gainDb}
              onChange={setGain}
            />
            <SelectField
              label="Receiver"
              choices={choices(exercise.outputsDb)}
              value={outputDb}
              onChange={setOutput}
            />
            <SelectField
              label="Input"
              choices={choices(exercise.inputGainsDb)}
              value={inputGainDb}
              onChange={setInput}
            />
          </Row>
          <Row>
            <PrimaryButton onPress={() => onDone({ gainDb, outputDb, inputGainDb })}>
              Hand it in
            </PrimaryButton>
          </Row>
        </>
      )}
    </Stack>
  );
}

const Facts = styled.dl`
  border-top: 1px solid var(--rule);
  div {
    display: grid;
    grid-template-columns: 120px minmax(0, 1fr);
    gap: 14px;
    border-bottom: 1px solid var(--rule);
    padding: 7px 0;
  }
  dt {
    color: var(--soft);
  }
`;
