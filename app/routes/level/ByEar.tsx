import { useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { EAR_LAMP_WORDS, EAR_SOUND_WORDS, earWords } from "~/contract/messages/level";
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
  { id: "lamp", label: "The pack’s peak lamp", choices: EAR_LAMPS, words: EAR_LAMP_WORDS },
  { id: "sound", label: "In the headphones", choices: EAR_SOUNDS, words: EAR_SOUND_WORDS },
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
      <section aria-label="By ear">
        <Heading>By ear</Heading>
        <Row>
          <Button
            onPress={() => {
              setOpen(true);
              turn(0);
            }}
          >
            Begin from nothing
          </Button>
          <Soft>headphones down first; it asks what the lamp does and how it sounds</Soft>
        </Row>
      </section>
    );
  return (
    <section aria-label="By ear">
      <Heading>By ear</Heading>
      <Stack $gapPx={8}>
        <p aria-live="polite">
          <b>{`${levels.names.pack} at ${now}. `}</b>
          {verdict ? earWords(verdict) : `Have ${talker} say the loudest line, then answer both.`}
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
            <Soft>{`By the lamp ${talker} is at least ${formatDb(Math.abs(louderDb))} ${louderDb > 0 ? "louder" : "softer"} than expected.`}</Soft>
            <QuietButton onPress={() => onLoudest(levels.loudestSplAt1mDb + louderDb)}>
              Expect that
            </QuietButton>
          </Row>
        )}
        <Row>
          <PrimaryButton
            isDisabled={at >= steps.length - 1 || verdict === "back" || verdict === "stop"}
            onPress={() => turn(at + 1)}
          >
            A step up
          </PrimaryButton>
          <Button isDisabled={at <= 0} onPress={() => turn(at - 1)}>
            A step back
          </Button>
          <QuietButton onPress={() => setOpen(false)}>Enough</QuietButton>
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
    ? `The same as the model says for ${talker}.`
    : `The model says ${levels.show("pack", reckoned)}, ${formatDb(Math.abs(offDb))} ${offDb > 0 ? "more" : "less"}: what you saw and heard goes before it.`;
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
