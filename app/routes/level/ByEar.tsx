import { useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { EAR_LAMP_WORDS, EAR_SOUND_WORDS, earWords } from "~/contract/messages/level";
import { LEVEL_TEXTS } from "~/contract/messages/screens/level";
import {
  EAR_LAMPS,
  EAR_SOUNDS,
  earVerdict,
  louderByLampDb,
  type SeenAndHeard,
} from "~/core/audio/gainAdvice";
import { defined, numberAt } from "~/core/units/items";
import { Button, PrimaryButton, QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { Levels } from "./levelState";

interface ByEarProps {
  levels: Levels;
  talker: string;
  onTurn: (db: number) => void;
  onHeard: (heard: SeenAndHeard) => void;
  onLoudest: (splAt1mDb: number) => void;
}

const QUESTIONS = [
  { id: "lamp", label: LEVEL_TEXTS.thePacksPeakLight, choices: EAR_LAMPS, words: EAR_LAMP_WORDS },
  { id: "sound", label: LEVEL_TEXTS.inTheHeadphones, choices: EAR_SOUNDS, words: EAR_SOUND_WORDS },
] as const;

/**
 * The other school, with a real talker: gain all the way down, the loudest line, what the lamp did
 * and how it sounded; then a step. Nothing is said that nobody saw or heard.
 */
export function ByEar({ levels, talker, onTurn, onHeard, onLoudest }: ByEarProps) {
  const [isOpen, setOpen] = useState(false);
  const [answers, setAnswers] = useState<Partial<SeenAndHeard>>({});
  const steps = [...levels.stepsDb.pack].sort((a, b) => a - b);
  const at = steps.findLastIndex((db) => db <= levels.settings.gainDb);
  const now = levels.show("pack", levels.settings.gainDb);
  const { lamp, sound } = answers;
  const heard = lamp && sound ? { lamp, sound } : null;
  const verdict = heard && earVerdict(heard);
  const { headroomDb } = defined(levels.loudest.stages.find((s) => s.name === "transmitter"));
  const louderDb = heard ? louderByLampDb(headroomDb, heard.lamp) : 0;
  const turn = (index: number) => {
    setAnswers({});
    onTurn(numberAt(steps, Math.max(0, Math.min(steps.length - 1, index))));
  };
  const answer = (id: "lamp" | "sound", value: string) => {
    const next = { ...answers, [id]: value } as Partial<SeenAndHeard>;
    setAnswers(next);
    if (next.lamp && next.sound) onHeard({ lamp: next.lamp, sound: next.sound });
  };
  if (!isOpen)
    return (
      <section aria-label={LEVEL_TEXTS.byEar}>
        <Heading>{LEVEL_TEXTS.byEar}</Heading>
        <Row>
          <Button
            onPress={() => {
              setOpen(true);
              turn(0);
            }}
          >
            {LEVEL_TEXTS.startFromMinimum}
          </Button>
          <Soft>{LEVEL_TEXTS.headphonesDownFirstItAsks}</Soft>
        </Row>
      </section>
    );
  return (
    <section aria-label={LEVEL_TEXTS.byEar}>
      <Heading>{LEVEL_TEXTS.byEar}</Heading>
      <Stack $gapPx={8}>
        <p aria-live="polite">
          <b>{LEVEL_TEXTS.at(levels.names.pack, now)}</b>
          {verdict ? earWords(verdict) : LEVEL_TEXTS.haveSayTheLoudestLine(talker)}
        </p>
        {QUESTIONS.map((q) => (
          <Question key={q.id}>
            <span id={`ear-${q.id}`}>{q.label}</span>
            <ToggleButtonGroup
              aria-labelledby={`ear-${q.id}`}
              selectionMode="single"
              selectedKeys={answers[q.id] ? [answers[q.id] as string] : []}
              onSelectionChange={(keys) => {
                const [key] = keys;
                if (key !== undefined) answer(q.id, String(key));
              }}
            >
              {q.choices.map((c) => (
                <ToggleButton key={c} id={c}>
                  {(q.words as Record<string, string>)[c]}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Question>
        ))}
        {louderDb !== 0 && (
          <Row>
            <Soft>
              {LEVEL_TEXTS.byTheLight(
                talker,
                formatDb(Math.abs(louderDb)),
                louderDb > 0 ? "louder" : "softer",
              )}
            </Soft>
            <QuietButton onPress={() => onLoudest(levels.loudestSplAt1mDb + louderDb)}>
              {LEVEL_TEXTS.expect}
            </QuietButton>
          </Row>
        )}
        <Row>
          <PrimaryButton
            isDisabled={at >= steps.length - 1 || verdict === "back" || verdict === "stop"}
            onPress={() => turn(at + 1)}
          >
            {LEVEL_TEXTS.oneStepUp}
          </PrimaryButton>
          <Button isDisabled={at <= 0} onPress={() => turn(at - 1)}>
            {LEVEL_TEXTS.oneStepBack}
          </Button>
          <QuietButton onPress={() => setOpen(false)}>{LEVEL_TEXTS.enough}</QuietButton>
          {verdict === "stop" && <Soft role="status">{comparedWords(levels, talker)}</Soft>}
        </Row>
      </Stack>
    </section>
  );
}

/** By ear against what was reckoned. */
function comparedWords(levels: Levels, talker: string): string {
  const reckoned = levels.suggested[levels.school].settings.gainDb;
  const offDb = reckoned - levels.settings.gainDb;
  return offDb === 0
    ? LEVEL_TEXTS.theSameAsTheModel(talker)
    : LEVEL_TEXTS.theModelSaysWhatYou(
        levels.show("pack", reckoned),
        formatDb(Math.abs(offDb)),
        offDb > 0 ? "more" : "less",
      );
}

const Question = styled.div`
  display: grid;
  gap: 4px;
  > div {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
`;
