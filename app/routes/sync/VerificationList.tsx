import { useState } from "react";
import styled from "styled-components";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { Seen } from "~/contract/schemas/seen";
import { listWords, numberWord } from "~/contract/messages/format";
import {
  VERIFICATION_CHANGE_WORDS,
  VERIFICATION_WORDS,
  verificationOutcomeWords,
  verificationStateWords,
} from "~/contract/messages/verification";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { VERIFICATION_OUTCOMES, type VerificationPart } from "~/core/channel/verificationParts";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { Status } from "~/app/ui/Status/Status";

/** Parts that a figure may be noted with: what the receiver's own scale reads. */
const WITH_FIGURE: readonly VerificationPart[] = ["silent", "rf"];
/**
 * An installed receiver that reads less than this share of what it always did has lost an antenna
 * (common practice, no published source).
 */
const LOST_SHARE = 0.5;

interface VerificationListProps {
  channel: ChannelView;
  /** As it stands, with what was ticked and not sent yet. */
  verification: ChannelView["verification"];
  /** Whether somebody wants to tick by hand what meters could tell. */
  isOpen: boolean;
  saw: (seen: Seen) => void;
}

/**
 * How each part of a channel's verification stands, in the order of the work; the next one can be ticked
 * by hand, with a figure.
 */
export function VerificationList({ channel: c, verification, isOpen, saw }: VerificationListProps) {
  const [chosen, setChosen] = useState<VerificationPart | null>(null);
  const [shown, setShown] = useState("");
  const next = chosen ?? verification.find((p) => p.status !== "done")?.part ?? null;
  const begun = verification.filter((p) => p.record !== null);
  const tick = (part: VerificationPart, outcome: string) => {
    saw({
      what: "proof",
      part,
      outcome,
      shown: WITH_FIGURE.includes(part) && shown.trim() !== "" ? shown.trim() : null,
    });
    setChosen(null);
    setShown("");
  };
  const done = verification.filter((p) => p.status === "done").length;
  const isLong = isOpen;
  const stale = [...new Set(verification.flatMap((p) => (p.why ? [p.why] : [])))].map(
    (why) => [why, verification.filter((p) => p.why === why)] as const,
  );
  const figure = Number(shown.replace(",", "."));
  const isLost =
    next === "rf" &&
    c.usualFigure !== null &&
    shown.trim() !== "" &&
    figure < c.usualFigure * LOST_SHARE;
  return (
    <div>
      {(begun.length > 0 || isOpen) && (
        <Parts aria-label={SYNC_TEXTS.verification(c.talker)} data-all={isLong || undefined}>
          {done > 1 && !isLong && (
            <li data-sum>
              <Status status="done">{SYNC_TEXTS.partsChecked(numberWord(done))}</Status>
            </li>
          )}
          {!isLong &&
            stale.map(([why, parts]) => (
              <li key={why}>
                <Status status="stale">
                  {SYNC_TEXTS.checkedBefore(
                    VERIFICATION_CHANGE_WORDS[why],
                    listWords(parts.map((p) => VERIFICATION_WORDS[p.part].name)),
                  )}
                </Status>
              </li>
            ))}
          {verification
            .filter((p) => isLong || p.status !== "stale")
            .map((p) => (
              <li key={p.part} data-status={p.status}>
                {isLong ? (
                  <PartButton
                    onPress={() => setChosen(p.part)}
                    aria-label={SYNC_TEXTS.checkAgain(verificationStateWords(p))}
                  >
                    <Status status={p.status}>{verificationStateWords(p)}</Status>
                  </PartButton>
                ) : (
                  <Status status={p.status}>{verificationStateWords(p)}</Status>
                )}
              </li>
            ))}
        </Parts>
      )}
      {isOpen && next && (
        <Ask>
          <p>{VERIFICATION_WORDS[next].ask(c.packLabel)}</p>
          <Row>
            {VERIFICATION_OUTCOMES[next].outcomes.map((outcome) => (
              <Button key={outcome} onPress={() => tick(next, outcome)}>
                {verificationOutcomeWords(outcome)}
              </Button>
            ))}
            {WITH_FIGURE.includes(next) && (
              <TextField
                label={
                  c.usualFigure !== null && next === "rf"
                    ? SYNC_TEXTS.itReadsUsually(c.usualFigure)
                    : SYNC_TEXTS.itReads
                }
                value={shown}
                onChange={setShown}
                widthCh={6}
                inputMode="decimal"
              />
            )}
          </Row>
          {isLost && (
            <Soft as="p">
              {SYNC_TEXTS.usuallyReadsSoMuchLess(c.receiverLabel, c.usualFigure ?? "")}
            </Soft>
          )}
        </Ask>
      )}
      {isOpen && next === null && <Soft as="p">{SYNC_TEXTS.allCheckedChooseAPart}</Soft>}
    </div>
  );
}

const Parts = styled.ul`
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: var(--text);
  padding: 2px 0;
  > li[data-sum] {
    display: none;
  }
  ${PHONE} {
    &:not([data-all]) {
      > li[data-status="done"] {
        display: none;
      }
      > li[data-sum] {
        display: block;
      }
    }
  }
`;
const PartButton = styled(QuietButton)`
  && {
    padding: 0 2px;
    text-decoration: none;
    font-weight: 400;
    white-space: normal;
    text-align: left;
  }
`;
const Ask = styled.div`
  border-left: 4px solid var(--accent);
  padding: 2px 0 4px 12px;
  margin: 4px 0;
  p {
    padding-bottom: 6px;
  }
`;
