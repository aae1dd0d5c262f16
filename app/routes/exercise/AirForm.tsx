import { useState } from "react";
import styled from "styled-components";
import { MARK_WORDS } from "~/contract/messages/exercise";
import { mhz } from "~/contract/messages/format";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
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
  { id: "unsaid", label: "choose" },
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
        label={EXERCISE_TEXTS.aSweepFrom470(
          exercise.marks.map((m) => m.id).join(", "),
          exercise.places.map((p) => p.id).join(", "),
        )}
      />
      {isOpen && (
        <>
          <section aria-label={EXERCISE_TEXTS.tvStations}>
            <Heading>{EXERCISE_TEXTS.whichChannelsCarryATv}</Heading>
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
          <section aria-label={EXERCISE_TEXTS.marks}>
            <Heading>{EXERCISE_TEXTS.whatIsAtEachMark}</Heading>
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
          <section aria-label={EXERCISE_TEXTS.quietest}>
            <Heading>{EXERCISE_TEXTS.whereIsItQuietest}</Heading>
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
              {EXERCISE_TEXTS.submit}
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
