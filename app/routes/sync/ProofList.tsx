import { useState } from "react";
import styled from "styled-components";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { Seen } from "~/contract/schemas/seen";
import { listWords, numberWord } from "~/contract/messages/format";
import {
  PROOF_CHANGE_WORDS,
  PROOF_WORDS,
  proofOutcomeWords,
  proofStateWords,
} from "~/contract/messages/proof";
import { PROOF, type ProofPart } from "~/core/channel/verificationParts";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { Status } from "~/app/ui/Status/Status";

/** Parts that a figure may be noted with: what the receiver's own scale reads. */
const WITH_FIGURE: readonly ProofPart[] = ["silent", "rf"];
/**
 * An installed receiver that reads less than this share of what it always did has lost an antenna
 * (common practice, no published source).
 */
const LOST_SHARE = 0.5;

interface ProofListProps {
  channel: ChannelView;
  /** As it stands, with what was ticked and not sent yet. */
  proof: ChannelView["proof"];
  /** Whether somebody wants to tick by hand what meters could tell. */
  isOpen: boolean;
  saw: (seen: Seen) => void;
}

/**
 * How each part of a channel's proof stands, in the order of the work; the next one can be ticked
 * by hand, with a figure.
 */
export function ProofList({ channel: c, proof, isOpen, saw }: ProofListProps) {
  const [chosen, setChosen] = useState<ProofPart | null>(null);
  const [shown, setShown] = useState("");
  const next = chosen ?? proof.find((p) => p.status !== "done")?.part ?? null;
  const begun = proof.filter((p) => p.record !== null);
  const tick = (part: ProofPart, outcome: string) => {
    saw({
      what: "proof",
      part,
      outcome,
      shown: WITH_FIGURE.includes(part) && shown.trim() !== "" ? shown.trim() : null,
    });
    setChosen(null);
    setShown("");
  };
  const done = proof.filter((p) => p.status === "done").length;
  const isLong = isOpen;
  const stale = [...new Set(proof.flatMap((p) => (p.why ? [p.why] : [])))].map(
    (why) => [why, proof.filter((p) => p.why === why)] as const,
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
        <Parts aria-label={`Proof of ${c.talker}`} data-all={isLong || undefined}>
          {done > 1 && !isLong && (
            <li data-sum>
              <Status status="done">{`${numberWord(done)} parts seen`}</Status>
            </li>
          )}
          {!isLong &&
            stale.map(([why, parts]) => (
              <li key={why}>
                <Status status="stale">{`seen before ${PROOF_CHANGE_WORDS[why]}: ${listWords(parts.map((p) => PROOF_WORDS[p.part].name))}`}</Status>
              </li>
            ))}
          {proof
            .filter((p) => isLong || p.status !== "stale")
            .map((p) => (
              <li key={p.part} data-status={p.status}>
                {isLong ? (
                  <PartButton
                    onPress={() => setChosen(p.part)}
                    aria-label={`${proofStateWords(p)}: look again`}
                  >
                    <Status status={p.status}>{proofStateWords(p)}</Status>
                  </PartButton>
                ) : (
                  <Status status={p.status}>{proofStateWords(p)}</Status>
                )}
              </li>
            ))}
        </Parts>
      )}
      {isOpen && next && (
        <Ask>
          <p>{PROOF_WORDS[next].ask(c.packLabel)}</p>
          <Row>
            {PROOF[next].outcomes.map((outcome) => (
              <Button key={outcome} onPress={() => tick(next, outcome)}>
                {proofOutcomeWords(outcome)}
              </Button>
            ))}
            {WITH_FIGURE.includes(next) && (
              <TextField
                label={
                  c.usualFigure !== null && next === "rf"
                    ? `it reads (usually ${c.usualFigure})`
                    : "it reads"
                }
                value={shown}
                onChange={setShown}
                widthCh={6}
                inputMode="decimal"
              />
            )}
          </Row>
          {isLost && (
            <Soft as="p">{`${c.receiverLabel} usually reads ${c.usualFigure}. So much less is an antenna that is off, or cut for another block.`}</Soft>
          )}
        </Ask>
      )}
      {isOpen && next === null && <Soft as="p">All seen. Press a part to look at it again.</Soft>}
    </div>
  );
}

const Parts = styled.ul`
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: 15px;
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
