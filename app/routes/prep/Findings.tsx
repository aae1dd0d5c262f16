import { useLengths } from "~/app/routes/shared/useLengths";
import { Link } from "react-router";
import styled from "styled-components";
import { capital } from "~/contract/messages/format";
import { capitalSentence, findingWords } from "~/contract/messages/prep";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
import type { Finding } from "~/core/schedule/prepFindings";
import { Button } from "~/app/ui/Button/Button";
import { Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { useDay } from "~/app/routes/shared/useDay";
import type { PrepareIntent } from "./intents";

interface FindingsProps {
  findings: readonly Finding[];
  isBusy: boolean;
  send: (intent: PrepareIntent) => void;
}

/** What the preparation lacks: what, why, what to do, and where. */
export function Findings({ findings, isBusy, send }: FindingsProps) {
  const { metres } = useLengths();
  return (
    <List aria-label={PREP_TEXTS.whatIsMissing}>
      {findings.map((finding) => {
        const words = findingWords(finding, metres);
        return (
          <li key={words.short}>
            <Status status="problem">{capital(words.short)}</Status>
            <span>
              {capitalSentence(words.why)} <Soft>{capitalSentence(words.mend)}</Soft>
            </span>
            <Remedy finding={finding} isBusy={isBusy} send={send} />
          </li>
        );
      })}
    </List>
  );
}

/** The button or the link that removes a finding; some have none. */
function Remedy({ finding, isBusy, send }: { finding: Finding } & Omit<FindingsProps, "findings">) {
  const { day, packs } = useDay();
  switch (finding.code) {
    case "talker-without-channel":
      return <Link to={`/day/${day.id}/setup`}>{PREP_TEXTS.addAChannel}</Link>;
    case "cells-short":
    case "antennas-short":
    case "leads-short":
    case "tracks-short":
    case "no-wired-recorder":
      return <Link to={`/day/${day.id}/kit`}>{PREP_TEXTS.updateStock}</Link>;
    case "patch":
      return <Link to={`/day/${day.id}/patch`}>{PREP_TEXTS.openThePatch}</Link>;
    case "distribution":
      return <Link to={`/day/${day.id}/antennas`}>{PREP_TEXTS.openTheFeed}</Link>;
    case "firmware-behind":
      return <Link to={`/day/${day.id}/kit`}>{PREP_TEXTS.openTheKit}</Link>;
    case "power-too-high": {
      const pack = packs.find((p) => p.label === finding.unit);
      const powerMw = finding.mostMw;
      return pack ? (
        <Button
          isDisabled={isBusy}
          onPress={() => send({ intent: "set-power", packKey: pack.key, powerMw })}
        >
          {PREP_TEXTS.setToMwWith(powerMw)}
        </Button>
      ) : null;
    }
    default:
      return null;
  }
}

const List = styled.ul`
  list-style: none;
  border-top: 1px solid var(--soft);
  li {
    display: grid;
    grid-template-columns: minmax(230px, 0.8fr) 1.4fr 130px;
    gap: 4px 18px;
    align-items: center;
    min-height: var(--target);
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;
