import { numberAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { controlText } from "~/contract/messages/level";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { modelName } from "~/core/kit/models";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Stack } from "~/app/ui/Page/Page";
import type { FormProps } from "./formParts";

const EFFORT = {
  soft: EXERCISE_TEXTS.aSoftVoice,
  normal: EXERCISE_TEXTS.anOrdinaryVoice,
  raised: EXERCISE_TEXTS.aRaisedVoice,
  loud: EXERCISE_TEXTS.aLoudVoice,
  shout: "a shout",
  scream: EXERCISE_TEXTS.anActedScream,
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
      EXERCISE_TEXTS.theVoice,
      EXERCISE_TEXTS.atItsLoudestDb(EFFORT[effort], loudestSplAt1mDb, peakFactorDb),
    ],
    [
      "Microphone",
      EXERCISE_TEXTS.mvPaCm(
        kit.microphone.name,
        kit.microphone.sensitivityMvPerPa,
        Math.round(micDistanceM * 100),
      ),
    ],
    [
      "Pack",
      EXERCISE_TEXTS.fullScale(
        modelName(kit.pack),
        formatDb(kit.pack.fullScaleInputDbu).replace(" dB", " dBu"),
      ),
    ],
    [
      "Receiver",
      EXERCISE_TEXTS.outAtFullScale(
        modelName(kit.receiver),
        formatDb(kit.receiver.output.fullScaleDbu).replace(" dB", " dBu"),
      ),
    ],
    [
      "Input",
      EXERCISE_TEXTS.fullScaleAtWithNo(
        kit.input.name,
        formatDb(kit.input.fullScaleDbu).replace(" dB", " dBu"),
      ),
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
              label={EXERCISE_TEXTS.pack}
              choices={choices(exercise.gainsDb, (db) =>
                controlText(kit.pack.gainScale ?? "db", db, exercise.gainsDb),
              )}
              value={gainDb}
              onChange={setGain}
            />
            <SelectField
              label={EXERCISE_TEXTS.receiver}
              choices={choices(exercise.outputsDb)}
              value={outputDb}
              onChange={setOutput}
            />
            <SelectField
              label={EXERCISE_TEXTS.input}
              choices={choices(exercise.inputGainsDb)}
              value={inputGainDb}
              onChange={setInput}
            />
          </Row>
          <Row>
            <PrimaryButton onPress={() => onDone({ gainDb, outputDb, inputGainDb })}>
              {EXERCISE_TEXTS.submit}
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
