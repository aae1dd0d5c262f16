import { useState } from "react";
import styled from "styled-components";
import { count, numberWord } from "~/contract/messages/format";
import { frequencyTextErrorWords } from "~/contract/messages/words";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { SpectrumChart } from "~/app/charts/spectrum/SpectrumChart";
import type { View } from "~/app/charts/spectrum/view";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { FormProps } from "./formParts";
import { spectrumOfAir } from "./spectrumOfAir";

/** A frequency for each pack, typed; where it stands shows on the sweep. */
export function PickForm({ exercise, isOpen, onDone }: FormProps<"pick">) {
  const [view, setView] = useState<View | null>(null);
  const [texts, setTexts] = useState<string[]>(exercise.request.channels.map(() => ""));
  const read = texts.map((t) => (t.trim() === "" ? null : parseFrequencyText(t)));
  const chosen = read.map((r) => (r?.ok ? r.value : null));
  const flags = chosen.flatMap((frequencyHz, i) =>
    frequencyHz === null
      ? []
      : [{ id: `ch${i + 1}`, mark: String(i + 1), frequencyHz, kind: "own" as const }],
  );
  const taken = exercise.taken.map((t) => ({
    lowHz: t.lowHz,
    highHz: t.highHz,
    label: EXERCISE_TEXTS.tv(t.channel),
    kind: "tv" as const,
  }));
  return (
    <Stack $gapPx={18}>
      <SpectrumChart
        data={spectrumOfAir(exercise.air, flags, taken)}
        airPx={230}
        view={view}
        onView={setView}
        label={EXERCISE_TEXTS.aSweepFrom470To566}
      />
      {isOpen && (
        <>
          <Fields>
            {texts.map((text, i) => {
              const r = read[i];
              return (
                <TextField
                  key={i}
                  label={EXERCISE_TEXTS.channelMhz(i + 1)}
                  value={text}
                  onChange={(t) => setTexts(texts.map((x, j) => (j === i ? t : x)))}
                  inputMode="decimal"
                  placeholder="512.375"
                  error={r && !r.ok ? frequencyTextErrorWords(r.error) : null}
                />
              );
            })}
          </Fields>
          <Row>
            <PrimaryButton isDisabled={flags.length === 0} onPress={() => onDone(chosen)}>
              {EXERCISE_TEXTS.submit}
            </PrimaryButton>
            <Soft>
              {EXERCISE_TEXTS.chosen(
                count(flags.length, "frequency", "frequencies"),
                numberWord(texts.length),
              )}
            </Soft>
          </Row>
        </>
      )}
    </Stack>
  );
}

const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 12px 18px;
  align-items: start;
`;
