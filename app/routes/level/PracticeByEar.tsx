import { defined, numberAt } from "~/core/units/items";
import { useEffect, useState } from "react";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { earWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import { setByEar } from "~/core/audio/gainAdvice";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { Levels } from "./levelState";

const LAMPS = [
  { id: "dark", label: LEVEL_TEXTS.staysDark },
  { id: "blinks", label: LEVEL_TEXTS.blinksOnTheOddLoud },
  { id: "holds", label: "holds" },
] as const;

interface PracticeByEarProps {
  levels: Levels;
  talker: string;
  /** Peaks of a practice line, to be seen as they come; null while it is said. */
  practiceOutline: readonly number[] | null;
  onBegin: () => void;
  /** How loud the practice talker really gets. */
  trueLoudestSplAt1mDb: number;
  onTurn: (db: number) => void;
}

const TICK_MS = 90;

/**
 * By ear, with a practice talker whose lamp is seen. The other school: gain all the way down, and up by a step as long as it sounds far; the ear and
 * the lamp say when to stop. What was reckoned stands beside it.
 */
export function PracticeByEar({
  levels,
  talker,
  practiceOutline,
  onBegin,
  trueLoudestSplAt1mDb,
  onTurn,
}: PracticeByEarProps) {
  const steps = [...levels.stepsDb.pack].sort((a, b) => a - b);
  const [isOpen, setOpen] = useState(false);
  const [stopped, setStopped] = useState<number | null>(null);
  const at = steps.findLastIndex((db) => db <= levels.settings.gainDb);
  // reckoned, the chain shifts dB for dB with the voice
  const headroomDb =
    defined(levels.loudest.stages.find((s) => s.name === "transmitter")).headroomDb -
    (trueLoudestSplAt1mDb - levels.loudestSplAt1mDb);
  const now = useTicks(isOpen && practiceOutline !== null);
  const most = practiceOutline ? Math.max(...practiceOutline) : 1;
  const heard = practiceOutline ? numberAt(practiceOutline, now % practiceOutline.length) : 1;
  const shownDb = -headroomDb + 20 * Math.log10(Math.max(1e-3, heard / Math.max(1e-6, most)));
  const verdict = setByEar(headroomDb);
  const reckoned = levels.suggested[levels.school].settings.gainDb;
  const lamp = { veiled: "dark", body: "dark", stop: "blinks", back: "holds" }[verdict];
  const by = (n: number) => {
    setStopped(null);
    onTurn(numberAt(steps, Math.max(0, Math.min(steps.length - 1, at + n))));
  };
  if (!isOpen) {
    return (
      <section aria-label={LEVEL_TEXTS.byEar}>
        <Heading>{LEVEL_TEXTS.byEar}</Heading>
        <Row>
          <Button
            onPress={() => {
              setOpen(true);
              setStopped(null);
              onBegin();
              onTurn(numberAt(steps, 0));
            }}
          >
            {LEVEL_TEXTS.startFromMinimum}
          </Button>
          <Soft>{LEVEL_TEXTS.headphonesDownFirstItSays}</Soft>
        </Row>
      </section>
    );
  }
  return (
    <section aria-label={LEVEL_TEXTS.byEar}>
      <Heading>{LEVEL_TEXTS.byEar}</Heading>
      <Stack $gapPx={8}>
        <p aria-live="polite">
          <b>
            {LEVEL_TEXTS.atWith(levels.names.pack, levels.show("pack", levels.settings.gainDb))}
          </b>
          {earWords(verdict)}
        </p>
        <Meter
          role="meter"
          aria-label={LEVEL_TEXTS.loudestPeaksBelowThePacks}
          aria-valuemin={-40}
          aria-valuemax={0}
          aria-valuenow={Math.round(Math.max(-40, Math.min(0, -headroomDb)))}
        >
          <i
            style={{ width: `${Math.max(1, Math.min(100, ((40 + shownDb) / 40) * 100))}%` }}
            data-lamp={shownDb > 0 ? "holds" : shownDb > -6 ? "blinks" : "dark"}
          />
        </Meter>
        <Soft>
          {LEVEL_TEXTS.thePacksPeakLightItsLimit(
            defined(LAMPS.find((l) => l.id === lamp)).label,
            headroomDb >= 0
              ? LEVEL_TEXTS.under(formatDb(headroomDb))
              : LEVEL_TEXTS.over(formatDb(-headroomDb)),
          )}
        </Soft>
        <Row>
          <PrimaryButton
            isDisabled={at >= steps.length - 1 || verdict === "back"}
            onPress={() => by(1)}
          >
            {LEVEL_TEXTS.oneStepUp}
          </PrimaryButton>
          <Button isDisabled={at <= 0} onPress={() => by(-1)}>
            {LEVEL_TEXTS.oneStepBack}
          </Button>
          <Button onPress={() => setStopped(levels.settings.gainDb)}>
            {LEVEL_TEXTS.soundsRightHere}
          </Button>
          <QuietButton
            onPress={() => {
              setOpen(false);
              setStopped(null);
            }}
          >
            {LEVEL_TEXTS.enough}
          </QuietButton>
        </Row>
        {stopped !== null && (
          <p role="status">
            {stopped === reckoned
              ? LEVEL_TEXTS.theSameAsCalculated(talker, levels.show("pack", reckoned))
              : LEVEL_TEXTS.calculatedForThanByEar(
                  talker,
                  levels.show("pack", reckoned),
                  formatDb(Math.abs(reckoned - stopped)),
                  reckoned > stopped ? "more" : "less",
                  reckoned > stopped ? LEVEL_TEXTS.byEarLeavesMoreRoom : LEVEL_TEXTS.byEarIsCloser,
                )}
          </p>
        )}
      </Stack>
    </section>
  );
}

/** Counts on while something is to be seen moving. */
function useTicks(isRunning: boolean): number {
  const [n, setN] = useState(0);
  useEffect(() => {
    if (!isRunning) return undefined;
    const timer = setInterval(() => setN((k) => k + 1), TICK_MS);
    return () => clearInterval(timer);
  }, [isRunning]);
  return n;
}

const Meter = styled.div`
  height: 18px;
  border: 1px solid var(--soft);
  background: var(--sheet);
  i {
    display: block;
    height: 100%;
    background: var(--good);
  }
  i[data-lamp="blinks"] {
    background: var(--watch);
  }
  i[data-lamp="holds"] {
    background: var(--bad);
  }
`;
