import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import styled from "styled-components";
import {
  CAUSE_WORDS,
  CHECK_WORDS,
  lookOutcomeWords,
  TOUCH_CAUTION,
} from "~/contract/messages/fault";
import { capital } from "~/contract/messages/format";
import { likelihoodWord } from "~/contract/messages/roll";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { type CheckId, CHECKS } from "~/core/troubleshooting/causes";
import { type ChannelKnowledge, knownOf, meterSays } from "~/core/troubleshooting/dayKnows";
import { type Finding, nextChecks, rankCauses } from "~/core/troubleshooting/faultFinder";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Panel, Row, Soft, Stack } from "~/app/ui/Page/Page";

const SHOWN_CAUSES = 3;
const SURE_ENOUGH = 0.8;
const OTHER_LOOKS = 8;

/**
 * Finds what is wrong with one channel: a look at a time, the one that tells most for its effort,
 * until one cause stands out. What the day knows is counted from the start.
 */
export function FaultFinder({
  talker,
  knowledge,
  onClose,
}: {
  talker: string;
  knowledge: ChannelKnowledge;
  onClose: () => void;
}) {
  const [seen, setSeen] = useState<Finding[]>([]);
  const [chosen, setChosen] = useState<CheckId | null>(null);
  const { findings: known, knows } = knownOf(knowledge);
  // what somebody looked at themselves beats what the day thinks it knows
  const findings = [...known.filter((k) => !seen.some((s) => s.check === k.check)), ...seen];
  const ranked = rankCauses(findings, knows);
  const looks = nextChecks(findings, knows);
  const first = itemAt(ranked, 0);
  const check = chosen ?? looks[0]?.check ?? null;
  const hint = check && meterSays(check, knowledge);
  const answer = (outcome: string) => {
    setSeen((all) => [...all, { check: defined(check), outcome }]);
    setChosen(null);
  };
  return (
    <Panel aria-label={SYNC_TEXTS.troubleshootSChannel(talker)}>
      <Stack $gapPx={10}>
        <Causes>
          {ranked.slice(0, SHOWN_CAUSES).map(({ cause, probability }, i) => (
            <li key={cause} data-first={i === 0 || undefined}>
              <Bar style={{ width: `${Math.round(probability * 100)}%` }} aria-hidden />
              <span>{capital(CAUSE_WORDS[cause].is)}</span>{" "}
              <Soft>{likelihoodWord(probability)}</Soft>
            </li>
          ))}
        </Causes>
        {first.probability >= SURE_ENOUGH && (
          <p>
            <b>{CAUSE_WORDS[first.cause].mend}</b>
          </p>
        )}
        {check && (
          <div aria-live="polite">
            <p>
              {first.probability >= SURE_ENOUGH ? <Soft>{SYNC_TEXTS.toBeSure} </Soft> : null}
              {CHECK_WORDS[check]}
            </p>
            {CHECKS[check].touches && <Soft as="p">{TOUCH_CAUTION}</Soft>}
            <Row>
              {CHECKS[check].outcomes.map((o) => (
                <Button key={o} onPress={() => answer(o)}>
                  {o === hint ? SYNC_TEXTS.fromTheMeter(lookOutcomeWords(o)) : lookOutcomeWords(o)}
                </Button>
              ))}
            </Row>
          </div>
        )}
        <Row>
          {looks.length > 1 && (
            <SelectField
              label={SYNC_TEXTS.checkSomethingElse}
              isLabelHidden
              value={check ?? itemAt(looks, 0).check}
              onChange={setChosen}
              choices={looks.slice(0, OTHER_LOOKS).map((l) => ({
                id: l.check,
                label: l.check === check ? SYNC_TEXTS.checkSomethingElse : CHECK_WORDS[l.check],
              }))}
            />
          )}
          <QuietButton onPress={onClose}>{SYNC_TEXTS.close}</QuietButton>
        </Row>
        {findings.length > 0 && (
          <Seen>
            {findings.map((f) => {
              const isMine = seen.includes(f);
              return (
                <li key={f.check}>
                  <Soft>{`${CHECK_WORDS[f.check].replace(/[?.]$/, "")}: `}</Soft>
                  {lookOutcomeWords(f.outcome)}
                  {isMine ? (
                    <QuietButton
                      aria-label={SYNC_TEXTS.undoWith(CHECK_WORDS[f.check])}
                      onPress={() => setSeen((all) => all.filter((x) => x !== f))}
                    >
                      {SYNC_TEXTS.undo}
                    </QuietButton>
                  ) : (
                    <Soft> {SYNC_TEXTS.fromTheDay}</Soft>
                  )}
                </li>
              );
            })}
          </Seen>
        )}
      </Stack>
    </Panel>
  );
}

const Causes = styled.ol`
  list-style: none;
  li {
    position: relative;
    padding: 6px 8px;
    display: flex;
    justify-content: space-between;
    gap: 12px;
  }
  li[data-first] {
    font-weight: 700;
    font-size: var(--text);
  }
`;
const Bar = styled.span`
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--air);
  opacity: 0.55;
  && + span {
    position: relative;
  }
  ~ * {
    position: relative;
  }
`;
const Seen = styled.ul`
  list-style: none;
  font-size: var(--text);
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0 6px;
    min-height: 32px;
  }
`;
