import { useState } from "react";
import styled from "styled-components";
import { MARK_WORDS } from "~/contract/messages/exercise";
import { mhz } from "~/contract/messages/format";
import { MARK_KINDS, type MarkKind } from "~/core/training/airExercise";
import { EXERCISE_CHANNELS } from "~/core/training/strangeAir";
import { SpectrumChart } from "~/app/charts/spectrum/SpectrumChart";
import type { View } from "~/app/charts/spectrum/view";
import { PrimaryButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Heading, Row, Stack } from "~/app/ui/Page/Page";
import type { FormProps } from "./formParts";
import { spectrumOfAir } from "./spectrumOfAir";

const SAY = [
  { id: "unsaid", label: "say what it is" },
  ...MARK_KINDS.map((k) => ({ id: k, label: MARK_WORDS[k] })),
] as const;

/** Which channels carry television, what is at each mark, where it is quietest. */
export function AirForm({ exercise, isOpen, onDone }: FormProps<"air">) {
  const [view, setView] = useState<View | null>(null);
  const [busy, setBusy] = useState<number[]>([]);
  const [marks, setMarks] = useState<(MarkKind | null)[]>(exercise.marks.map(() => null));
  const [quietest, setQuietest] = useState<number | null>(null);
  const flags = [
    ...exercise.marks.map((m) => ({
      id: m.id,
      mark: m.id,
      frequencyHz: m.frequencyHz,
      kind: "other" as const,
    })),
    ...exercise.places.map((p) => ({
      id: `place ${p.id}`,
      mark: p.id,
      frequencyHz: p.frequencyHz,
      kind: "spare" as const,
    })),
  ];
  return (
    <Stack $gapPx={18}>
      <SpectrumChart
        data={spectrumOfAir(exercise.air, flags)}
        airPx={230}
        view={view}
        onView={setView}
        label={`A sweep from 470 to 566 MHz with marks ${exercise.marks.map((m) => m.id).join(", ")} and places ${exercise.places.map((p) => p.id).join(", ")}`}
      />
      {isOpen && (
        <>
          <section aria-label="Television">
            <Heading>Which channels carry television?</Heading>
            <Row>
              {EXERCISE_CHANNELS.map(({ channel }) => (
                <ToggleButton
                  key={channel}
                  isSelected={busy.includes(channel)}
                  onChange={(on) =>
                    setBusy(on ? [...busy, channel] : busy.filter((c) => c !== channel))
                  }
                >
                  {String(channel)}
                </ToggleButton>
              ))}
            </Row>
          </section>
          <section aria-label="Marks">
            <Heading>What is at each mark?</Heading>
            <Marks>
              {exercise.marks.map((m, i) => (
                <SelectField
                  key={m.id}
                  label={`${m.id}, ${mhz(m.frequencyHz)}`}
                  choices={SAY}
                  value={marks[i] ?? "unsaid"}
                  onChange={(k) =>
                    setMarks(marks.map((x, j) => (j === i ? (k === "unsaid" ? null : k) : x)))
                  }
                />
              ))}
            </Marks>
          </section>
          <section aria-label="Quietest">
            <Heading>Where is it quietest, for a pack of 200 kHz?</Heading>
            <Row>
              {exercise.places.map((p, i) => (
                <ToggleButton
                  key={p.id}
                  isSelected={quietest === i}
                  onChange={(on) => setQuietest(on ? i : null)}
                >{`${p.id}, ${mhz(p.frequencyHz)}`}</ToggleButton>
              ))}
            </Row>
          </section>
          <Row>
            <PrimaryButton onPress={() => onDone({ busy, marks, quietest })}>
              Hand it in
            </PrimaryButton>
          </Row>
        </>
      )}
    </Stack>
  );
}

const Marks = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 12px 18px;
`;
