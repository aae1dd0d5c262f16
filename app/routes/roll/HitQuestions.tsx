import { useEffect, useRef, useState } from "react";
import { ToggleButtonGroup } from "react-aria-components";
import {
  HEARD_WORDS,
  METER_WORDS,
  observationWords,
  PACK_SHOWED_WORDS,
} from "~/contract/messages/roll";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import { HEARD, type HitObservation, METER_DID, PACK_SHOWED } from "~/core/monitor/hitObservation";
import { QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { Soft } from "~/app/ui/Page/Page";
import * as S from "./roll.styles";

/** What was answered so far: null is "did not see", absent is not asked yet. */
type Answers = Partial<HitObservation>;
type Question = keyof HitObservation;

const QUESTIONS: readonly { id: Question; label: string; notSeen: string }[] = [
  { id: "heard", label: ROLL_TEXTS.heard, notSeen: ROLL_TEXTS.notHeardByMe },
  { id: "meter", label: ROLL_TEXTS.rfMeterOrLight, notSeen: ROLL_TEXTS.didNotSee },
  { id: "pack", label: ROLL_TEXTS.packShows, notSeen: ROLL_TEXTS.didNotSee },
];
const NOT_SEEN = "not-seen";

const CHOICES: Readonly<Record<Question, readonly { id: string; words: string }[]>> = {
  heard: HEARD.map((id) => ({ id, words: HEARD_WORDS[id] })),
  meter: METER_DID.map((id) => ({ id, words: METER_WORDS[id] })),
  pack: PACK_SHOWED.map((id) => ({ id, words: PACK_SHOWED_WORDS[id] })),
};

interface HitQuestionsProps {
  observed: HitObservation | null;
  isBusy: boolean;
  onObserve: (observed: HitObservation) => void;
}

/**
 * Three quick questions about a hit that nothing read from here: what was heard, what the meter did,
 * what the pack shows. The third answer sends them; each can be "did not see".
 */
export function HitQuestions({ observed, isBusy, onObserve }: HitQuestionsProps) {
  const [answers, setAnswers] = useState<Answers>({});
  const [isAsking, setAsking] = useState(observed === null);
  const rows = useRef(new Map<Question, HTMLElement | null>());
  const next = QUESTIONS.find((q) => answers[q.id] === undefined)?.id ?? null;
  // the focus goes on by itself, so that three presses are enough
  useEffect(() => {
    if (!isAsking || next === null) return;
    rows.current.get(next)?.querySelector("button")?.focus({ preventScroll: true });
  }, [isAsking, next]);
  if (!isAsking && observed)
    return (
      <p>
        <Soft>{ROLL_TEXTS.byEarAndEye(observationWords(observed))}</Soft>
        <QuietButton
          onPress={() => {
            setAnswers({});
            setAsking(true);
          }}
        >
          {ROLL_TEXTS.answerAgain}
        </QuietButton>
      </p>
    );
  const answer = (question: Question, id: string) => {
    const all: Answers = { ...answers, [question]: id === NOT_SEEN ? null : id };
    setAnswers(all);
    const { heard, meter, pack } = all;
    if (heard === undefined || meter === undefined || pack === undefined) return;
    setAsking(false);
    onObserve({ heard, meter, pack });
  };
  return (
    <S.Questions aria-label={ROLL_TEXTS.whatYouNoticed}>
      {QUESTIONS.map((q) => (
        <S.Question
          key={q.id}
          ref={(row) => {
            rows.current.set(q.id, row);
          }}
        >
          <span id={`hit-${q.id}`}>{q.label}</span>
          <ToggleButtonGroup
            aria-labelledby={`hit-${q.id}`}
            selectionMode="single"
            isDisabled={isBusy}
            selectedKeys={answers[q.id] === undefined ? [] : [answers[q.id] ?? NOT_SEEN]}
            onSelectionChange={(keys) => {
              const [key] = keys;
              if (key !== undefined) answer(q.id, String(key));
            }}
          >
            {[...CHOICES[q.id], { id: NOT_SEEN, words: q.notSeen }].map((c) => (
              <ToggleButton key={c.id} id={c.id}>
                {c.words}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        </S.Question>
      ))}
    </S.Questions>
  );
}
