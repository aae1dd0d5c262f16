import { useState } from "react";
import styled from "styled-components";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { nextForWords, questionWords, SYNC } from "~/contract/messages/sync";
import type { Seen, SeenItem } from "~/contract/schemas/seen";
import { QuietButton } from "~/app/ui/Button/Button";
import { Heading, Soft } from "~/app/ui/Page/Page";
import { AlsoPacks, PacksAndBatteries } from "./PacksAndBatteries";
import type { SyncIntent } from "./intents";
import { LiveFaultFinder, LiveMeter } from "./Live";
import { NextAction } from "./NextAction";
import { PackSwitches } from "./PackSwitches";
import { VerificationList } from "./VerificationList";
import { RunQuestion } from "./run/RunQuestion";
import type { RunRow } from "./run/runModel";
import type { Run } from "./run/useRun";
import { Steps } from "./Steps";
import { PackFigure, ReceiverFigure } from "./UnitFigures";
import { withWaiting } from "./waiting";

interface SyncDetailProps {
  view: DayView;
  channel: ChannelView;
  row: RunRow;
  /** The questions that a person answers; null where the units can be asked. */
  run: Run | null;
  /** Whether the receivers can be asked what they receive. */
  isMetered: boolean;
  /** What was seen and not sent yet. */
  waiting: readonly SeenItem[];
  saw: (seen: Seen) => void;
  isBusy: boolean;
  pending: SyncIntent | undefined;
  send: (intent: SyncIntent) => void;
}

/** What the detail opens below itself, one at a time. */
const SHEETS = ["tick", "wrong", "steps", "packs"] as const;
type Sheet = (typeof SHEETS)[number];
const SHEET_WORDS: Record<Sheet, string> = {
  tick: SYNC.checkByHand,
  wrong: SYNC.troubleshoot,
  steps: SYNC.steps,
  packs: SYNC.packs,
};
/** Before these nothing of a verification can be seen. */
const TOO_EARLY: readonly ChannelView["state"]["sync"]["code"][] = [
  "no-frequency",
  "pack-cannot",
  "pack-wont-go",
  "receiver-not-set",
  "pack-not-synced",
  "not-linked",
  "pack-elsewhere",
];

export const canBeVerified = (c: ChannelView): boolean => !TOO_EARLY.includes(c.state.sync.code);

/** One channel: the question that is asked or what to do next, its units, and what helps. */
export function SyncDetail({
  view,
  channel: c,
  row,
  run,
  isMetered,
  waiting,
  saw,
  isBusy,
  pending,
  send,
}: SyncDetailProps) {
  const [open, setOpen] = useState<Sheet | null>(null);
  const canVerify = canBeVerified(c);
  const has: Record<Sheet, boolean> = {
    tick: canVerify && run === null,
    wrong: c.meets === "adaptive" || view.plan !== null,
    steps: c.meets === "adaptive" || "frequencyHz" in c.state.frequency,
    packs: true,
  };
  return (
    <>
      <Heading>{`${c.number} · ${c.talker}, ${c.packLabel}`}</Heading>
      {run && (
        <Question aria-label={questionWords(c.talker)}>
          {run.cell ? (
            <RunQuestion row={row} cell={run.cell} run={run} />
          ) : (
            <Soft as="p">{row.cells.length === 0 ? SYNC.noFrequency : SYNC.verified}</Soft>
          )}
        </Question>
      )}
      {c.isDriven && (
        <>
          <Numbers>
            <ReceiverFigure view={view} channel={c} />
            <PackFigure view={view} channel={c} isBusy={isBusy} send={send} />
          </Numbers>
          <LiveMeter channel={c} isAsked={isMetered} />
          <div role="group" aria-label={nextForWords(c.talker)}>
            <NextAction view={view} channel={c} isBusy={isBusy} pending={pending} send={send} />
          </div>
        </>
      )}
      {canVerify && run === null && (
        <VerificationList
          channel={c}
          verification={withWaiting(c, waiting)}
          isOpen={open === "tick"}
          saw={saw}
        />
      )}
      <AlsoPacks channel={c} isBusy={isBusy} send={send} />
      {c.isDriven && (
        <Hands>
          <PackSwitches channel={c} send={send} />
        </Hands>
      )}
      <Sheets>
        {SHEETS.filter((sheet) => has[sheet]).map((sheet) => (
          <QuietButton
            key={sheet}
            aria-expanded={open === sheet}
            data-open={open === sheet || undefined}
            onPress={() => setOpen(open === sheet ? null : sheet)}
          >
            {SHEET_WORDS[sheet]}
          </QuietButton>
        ))}
      </Sheets>
      {open === "steps" && <Steps view={view} channel={c} />}
      {open === "packs" && (
        <PacksAndBatteries view={view} channel={c} isBusy={isBusy} saw={saw} send={send} />
      )}
      {open === "wrong" && (
        <LiveFaultFinder
          view={view}
          channel={c}
          isAsked={isMetered}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

const Question = styled.section`
  display: flex;
  flex-direction: column;
  gap: 8px;
`;
const Numbers = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 16px;
`;
const Sheets = styled.div`
  display: flex;
  flex-wrap: wrap;
  margin: 0 -10px;
  [data-open] {
    font-weight: 700;
    text-decoration-thickness: 3px;
  }
`;
const Hands = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  font-size: var(--small);
  color: var(--soft);
`;
