import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import {
  capital,
  count,
  formatDb,
  formatRfLevel,
  formatDuration,
  formatSpan,
  mhz,
  numberWord,
} from "~/contract/messages/format";
import { hitCauseWords } from "~/contract/messages/roll";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { FAULT_CAUSES, type FaultCase, type FaultCause } from "~/core/training/faultExercise";
import { columnsOf } from "~/core/monitor/extremes";
import { BYTES } from "~/core/monitor/reading";
import { RfHistory, type RfHistorySource } from "~/app/charts/rfHistory/RfHistory";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Figure, Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import type { FormProps } from "./formParts";

const SAY = [
  { id: "unsaid", label: EXERCISE_TEXTS.chooseTheCause },
  ...FAULT_CAUSES.map((c) => ({ id: c, label: hitCauseWords(c) })),
] as const;

/** What was read stands still: its RF history. */
const stillSource = (bytes: Uint8Array): RfHistorySource => ({
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
        <section key={i} aria-label={EXERCISE_TEXTS.hit(i + 1)}>
          <Row>
            <Heading>{EXERCISE_TEXTS.hit(i + 1)}</Heading>
            {isOpen && (
              <SelectField
                label={EXERCISE_TEXTS.hitWhat(i + 1)}
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
          <PrimaryButton onPress={() => onDone(said)}>{EXERCISE_TEXTS.submit}</PrimaryButton>
          <Soft>
            {EXERCISE_TEXTS.ofSaid(
              count(said.filter((s) => s !== null).length, "hit"),
              numberWord(said.length),
            )}
          </Soft>
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
      <RfHistories>
        {shown.channels.map((c, i) => (
          <li key={c.frequencyHz}>
            <span>
              <b>{i === 0 ? EXERCISE_TEXTS.hit2 : EXERCISE_TEXTS.channel(i + 1)}</b>
              <br />
              <Figure>{mhz(c.frequencyHz)}</Figure>
            </span>
            <RfHistory
              source={itemAt(sources, i)}
              sensitivityDbm={c.sensitivityDbm}
              heightPx={56}
              label={EXERCISE_TEXTS.halfAMinuteOfRf(mhz(c.frequencyHz))}
            />
          </li>
        ))}
      </RfHistories>
      <Soft as="p">
        {capital(
          [
            voice ? EXERCISE_TEXTS.voiceInTheLastSeconds : EXERCISE_TEXTS.noVoiceInTheLast,
            last.some((r) => r.isMuted) ? EXERCISE_TEXTS.theReceiverShowsThePacks : null,
            last.some((r) => r.isOverloaded) ? EXERCISE_TEXTS.theOverloadLight : null,
            near.length === 0
              ? EXERCISE_TEXTS.theLastSweepShowsNo
              : EXERCISE_TEXTS.newCarrier(
                  near
                    .map((n) =>
                      EXERCISE_TEXTS.away(
                        mhz(n.frequencyHz),
                        formatSpan(Math.abs(n.frequencyHz - (evidence.frequencyHz ?? 0))),
                        formatRfLevel(n.levelDbm),
                      ),
                    )
                    .join(", "),
                ),
            (evidence.look?.noiseRoseDb ?? 0) > 3
              ? EXERCISE_TEXTS.theNoiseAroundItRose(
                  formatDb(defined(defined(evidence.look).noiseRoseDb)),
                )
              : null,
            evidence.cells
              ? EXERCISE_TEXTS.batteriesAboutLeft(formatDuration(evidence.cells.hours * 3_600_000))
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

const RfHistories = styled.ul`
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
