import { useState } from "react";
import styled from "styled-components";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { syncWords } from "~/contract/messages/day";
import type { Seen, SeenItem } from "~/contract/schemas/seen";
import { QuietButton } from "~/app/ui/Button/Button";
import { Mark } from "~/app/ui/Mark/Mark";
import { Soft } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { namesOf } from "~/app/routes/shared/useDay";
import { AlsoPacks, PacksAndCells } from "./PacksAndCells";
import type { SyncIntent } from "./intents";
import { LiveFaultFinder, LiveMeter, LiveSyncStatus } from "./Live";
import { NextAction } from "./NextAction";
import { PackSwitches } from "./PackSwitches";
import { ProofList } from "./ProofList";
import { Steps } from "./Steps";
import { PackFigure, ReceiverFigure } from "./UnitFigures";
import { withWaiting } from "./waiting";

interface SyncChannelProps {
  view: DayView;
  channel: ChannelView;
  /** Whether the receivers can be asked what they hear. */
  isMetered: boolean;
  /** What was seen and not sent yet. */
  waiting: readonly SeenItem[];
  saw: (seen: Seen) => void;
  isBusy: boolean;
  pending: SyncIntent | undefined;
  send: (intent: SyncIntent) => void;
}

/** What a row opens below itself, one at a time. */
const SHEETS = ["tick", "wrong", "steps", "packs"] as const;
type Sheet = (typeof SHEETS)[number];
const SHEET_WORDS: Record<Sheet, string> = {
  tick: "Tick by hand",
  wrong: "What is wrong?",
  steps: "Step by step",
  packs: "Packs and cells",
};

/** One person's row: what both ends are on, what to do next, how the proof stands. */
export function SyncChannel({
  view,
  channel: c,
  isMetered,
  waiting,
  saw,
  isBusy,
  pending,
  send,
}: SyncChannelProps) {
  const names = namesOf(view);
  const [open, setOpen] = useState<Sheet | null>(null);
  const isProving =
    c.proof.some((p) => p.record !== null) ||
    ["not-proved", "proof-stale", "proved"].includes(c.state.sync.code) ||
    c.state.sync.status === "problem";
  const canProve =
    isProving &&
    ![
      "no-frequency",
      "pack-cannot",
      "pack-wont-go",
      "receiver-not-set",
      "pack-not-synced",
      "pack-elsewhere",
    ].includes(c.state.sync.code);
  const words = syncWords(c.state, names).text;
  const has: Record<Sheet, boolean> = {
    tick: canProve,
    wrong: c.meets !== "adaptive" && view.plan !== null,
    steps: c.meets === "adaptive" || "frequencyHz" in c.state.frequency,
    packs: true,
  };
  const sheets = SHEETS.filter((sheet) => has[sheet]);
  return (
    <ChannelItem data-channel={c.id} aria-label={`Channel ${c.number}, ${c.talker}`}>
      <Who>
        <Mark>{c.mark}</Mark>
        <span>
          <b>{c.talker}</b> <Soft>{c.part}</Soft>
        </span>
        <State>
          <LiveSyncStatus
            channel={c}
            isAsked={isMetered && c.isDriven}
            text={words === "–" ? "no frequency yet" : words}
          />
        </State>
      </Who>
      <Numbers>
        <ReceiverFigure view={view} channel={c} />
        <PackFigure view={view} channel={c} isBusy={isBusy} send={send} />
        {c.isDriven && <LiveMeter channel={c} isAsked={isMetered} />}
        {c.isDriven && (
          <Act role="group" aria-label={`Next for ${c.talker}`}>
            <NextAction view={view} channel={c} isBusy={isBusy} pending={pending} send={send} />
          </Act>
        )}
      </Numbers>
      {canProve && (
        <ProofList channel={c} proof={withWaiting(c, waiting)} isOpen={open === "tick"} saw={saw} />
      )}
      <AlsoPacks channel={c} isBusy={isBusy} send={send} />
      <Hands>
        {c.isDriven && <PackSwitches channel={c} send={send} />}
        <Sheets>
          {sheets.map((sheet) => (
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
      </Hands>
      {open === "steps" && <Steps view={view} channel={c} />}
      {open === "packs" && (
        <PacksAndCells view={view} channel={c} isBusy={isBusy} saw={saw} send={send} />
      )}
      {open === "wrong" && (
        <LiveFaultFinder
          key={c.id}
          view={view}
          channel={c}
          isAsked={isMetered}
          onClose={() => setOpen(null)}
        />
      )}
    </ChannelItem>
  );
}

const ChannelItem = styled.li`
  border-bottom: 1px solid var(--rule);
  padding: 10px 0 4px;
  display: flex;
  flex-direction: column;
  gap: 4px;
`;
const Who = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
`;
const State = styled.span`
  margin-left: auto;
`;
const Numbers = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr minmax(150px, 1fr) 190px;
  gap: 4px 20px;
  align-items: center;
  ${PHONE} {
    grid-template-columns: 1fr 1fr;
  }
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
const Act = styled.div`
  display: flex;
  justify-content: flex-end;
  ${PHONE} {
    justify-content: flex-start;
  }
`;
const Hands = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
  font-size: 15px;
  color: var(--soft);
`;
