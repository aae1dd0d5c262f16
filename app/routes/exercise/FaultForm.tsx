import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import {
  capital,
  count,
  formatDb,
  formatDbm,
  formatDuration,
  formatSpan,
  mhz,
  numberWord,
} from "~/contract/messages/format";
import { hitCauseWords } from "~/contract/messages/roll";
import { FAULT_CAUSES, type FaultCase, type FaultCause } from "~/core/training/faultExercise";
import { columnsOf } from "~/core/monitor/extremes";
import { BYTES } from "~/core/monitor/reading";
import { Seam, type SeamSource } from "~/app/charts/seam/Seam";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Figure, Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import type { FormProps } from "./formParts";

const SAY = [
  { id: "unsaid", label: "say what it was" },
  ...FAULT_CAUSES.map((c) => ({ id: c, label: hitCauseWords(c) })),
] as const;

/** What was read stands still: a seam of it. */
const stillSource = (bytes: Uint8Array): SeamSource => ({
  version: () => 1,
  columns: (wanted) => {
    const slots = bytes.length / BYTES;
    const columns = Math.max(1, Math.min(wanted, slots));
    return columnsOf(bytes, columns, (c) => Math.round((c * slots) / columns));
  },
});

/** Four hits: what was read of three channels, what else was known; what was it? */
export function FaultForm({ exercise, isOpen, onDone }: FormProps<"fault">) {
  const [said, setSaid] = useState<(FaultCause | null)[]>(exercise.cases.map(() => null));
  return (
    <Stack $gapPx={24}>
      {exercise.cases.map((c, i) => (
        <section key={i} aria-label={`Hit ${i + 1}`}>
          <Row>
            <Heading>{`Hit ${i + 1}`}</Heading>
            {isOpen && (
              <SelectField
                label={`Hit ${i + 1}: what was it`}
                isLabelHidden
                choices={SAY}
                value={said[i] ?? "unsaid"}
                onChange={(k) =>
                  setSaid(said.map((x, j) => (j === i ? (k === "unsaid" ? null : k) : x)))
                }
              />
            )}
          </Row>
          <Case shown={c} />
        </section>
      ))}
      {isOpen && (
        <Row>
          <PrimaryButton onPress={() => onDone(said)}>Hand it in</PrimaryButton>
          <Soft>{`${count(said.filter((s) => s !== null).length, "hit")} of ${numberWord(said.length)} said`}</Soft>
        </Row>
      )}
    </Stack>
  );
}

function Case({ shown }: { shown: FaultCase }) {
  const [sources] = useState(() => shown.channels.map((c) => stillSource(c.bytes)));
  const { evidence } = shown;
  const last = evidence.recent.slice(-30).flatMap((r) => r ?? []);
  const voice = last.some((r) => r.hasAudio);
  const near = (evidence.look?.carriers ?? []).filter((c) => c.isNew);
  return (
    <>
      <Seams>
        {shown.channels.map((c, i) => (
          <li key={c.frequencyHz}>
            <span>
              <b>{i === 0 ? "Hit" : `Channel ${i + 1}`}</b>
              <br />
              <Figure>{mhz(c.frequencyHz)}</Figure>
            </span>
            <Seam
              source={itemAt(sources, i)}
              sensitivityDbm={c.sensitivityDbm}
              heightPx={56}
              label={`Half a minute of RF on ${mhz(c.frequencyHz)}`}
            />
          </li>
        ))}
      </Seams>
      <Soft as="p">
        {capital(
          [
            voice ? "voice was heard in the last seconds" : "no voice in the last seconds",
            last.some((r) => r.isMuted) ? "the receiver shows the pack’s mute" : null,
            last.some((r) => r.isOverloaded) ? "the overload lamp is on" : null,
            near.length === 0
              ? "the last look at the air shows nobody new"
              : `new on the air: ${near.map((n) => `${mhz(n.frequencyHz)} (${formatSpan(Math.abs(n.frequencyHz - (evidence.frequencyHz ?? 0)))} away), ${formatDbm(n.levelDbm)}`).join(", ")}`,
            (evidence.look?.noiseRoseDb ?? 0) > 3
              ? `the air around rose by ${formatDb(defined(defined(evidence.look).noiseRoseDb))}`
              : null,
            evidence.cells
              ? `cells: about ${formatDuration(evidence.cells.hours * 3_600_000)} left`
              : null,
          ]
            .filter((t) => t !== null)
            .join("; "),
        )}
        .
      </Soft>
    </>
  );
}

const Seams = styled.ul`
  list-style: none;
  li {
    display: grid;
    grid-template-columns: 120px minmax(0, 1fr);
    gap: 12px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding: 4px 0;
  }
  ${PHONE} {
    li {
      grid-template-columns: 116px minmax(0, 1fr);
    }
  }
`;
