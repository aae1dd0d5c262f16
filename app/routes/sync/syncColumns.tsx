import styled from "styled-components";
import { QUESTION_NAMES } from "~/contract/messages/handRun";
import { verificationOutcomeWords } from "~/contract/messages/verification";
import { syncWords, type Names } from "~/contract/messages/day";
import { SYNC } from "~/contract/messages/sync";
import type { HandCell, HandQuestion } from "~/core/channel/handRun";
import { type Numbered, unitNumber } from "~/core/kit/unitNumber";
import { formatMhz } from "~/core/units/frequencyText";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { ChannelColumn } from "~/app/features/channelTable/ChannelTable";
import { FrequencyCell } from "~/app/features/channelTable/FrequencyCell";
import { LiveBars, LiveSyncStatus } from "./Live";
import type { RunRow } from "./run/runModel";

interface ColumnsOf {
  rows: readonly RunRow[];
  names: Names;
  /** The question that is asked now, of the channel that is chosen. */
  now: { channelId: number; question: HandQuestion } | null;
  goTo: (channelId: number, question: HandQuestion) => void;
  isMetered: boolean;
}

/** What a cell says in its column. */
export function cellText({ status, shownHz, record }: HandCell, unit: Numbered | null): string {
  if (status === "todo") return "○";
  if (status === "stale") return SYNC.again;
  if (shownHz !== null)
    return status === "done"
      ? "✓"
      : ((unit && unitNumber(unit, shownHz)?.text) ?? formatMhz(shownHz));
  if (!record) return "✓";
  return status === "done" ? `✓ ${record.shown ?? ""}`.trim() : "✕";
}

/** The unit whose number a question asks for. */
const unitOf = (row: RunRow | undefined, question: HandQuestion): Numbered | null =>
  question === "receiver-shows"
    ? (row?.ends.receiver ?? null)
    : question === "pack-shows"
      ? (row?.ends.pack ?? null)
      : null;

const spoken = (cell: HandCell, unit: Numbered | null): string => {
  if (cell.status === "todo") return SYNC.notAnswered;
  return cell.status === "problem" && cell.record
    ? verificationOutcomeWords(cell.record.outcome)
    : cellText(cell, unit);
};

/** The frequency, then every question of the verification with its answer, and how it stands. */
export function syncColumns({
  rows,
  names,
  now,
  goTo,
  isMetered,
}: ColumnsOf): ChannelColumn<ChannelView>[] {
  const rowOf = new Map(rows.map((r) => [r.channel.id, r]));
  const questions = rows
    .reduce<RunRow["cells"]>((most, r) => (r.cells.length > most.length ? r.cells : most), [])
    .map((c) => c.question);
  const wantedOf = (c: ChannelView) => rowOf.get(c.id)?.wantedHz ?? null;
  return [
    {
      id: "frequency",
      heading: SYNC.mhz,
      isFigure: true,
      onPhone: true,
      worth: (c) => wantedOf(c) ?? Infinity,
      cell: (c) => <FrequencyCell channelId={c.id} frequencyHz={wantedOf(c)} names={names} />,
    },
    ...questions.map((question): ChannelColumn<ChannelView> => ({
      id: question,
      heading: QUESTION_NAMES[question],
      isTight: true,
      worth: (c) => {
        const cell = rowOf.get(c.id)?.cells.find((x) => x.question === question);
        return cell ? ["problem", "stale", "todo", "done"].indexOf(cell.status) : 9;
      },
      cell: (c) => {
        const row = rowOf.get(c.id);
        const cell = row?.cells.find((x) => x.question === question);
        if (!cell) return null;
        const unit = unitOf(row, question);
        const isNow = now?.channelId === c.id && now.question === question;
        return (
          <Answer
            type="button"
            tabIndex={-1}
            data-status={
              // a number that is not there yet is to be set: nothing is wrong with it
              cell.status === "problem" && cell.shownHz !== null ? "stale" : cell.status
            }
            data-now={isNow || undefined}
            aria-label={`${QUESTION_NAMES[question]}: ${spoken(cell, unit)}`}
            onClick={(event) => {
              event.stopPropagation();
              goTo(c.id, question);
            }}
          >
            {cellText(cell, unit)}
          </Answer>
        );
      },
    })),
    ...(isMetered
      ? [
          {
            id: "meter",
            heading: SYNC.rf,
            isExtra: true,
            cell: (c: ChannelView) => <LiveBars channel={c} isAsked={c.isDriven} />,
          },
        ]
      : []),
    {
      id: "state",
      heading: SYNC.state,
      isWidest: true,
      onPhone: true,
      worth: (c) => ["problem", "stale", "todo", "done"].indexOf(c.state.sync.status),
      cell: (c) => {
        const words = syncWords(c.state, names).text;
        return (
          <LiveSyncStatus
            channel={c}
            isAsked={isMetered && c.isDriven}
            text={words === "–" ? SYNC.noFrequency : words}
          />
        );
      },
    },
  ];
}

/** One answer. A press goes back to its question. */
const Answer = styled.button`
  border: 0;
  background: none;
  padding: 2px 4px;
  margin: 0 -4px;
  min-width: 28px;
  min-height: 24px;
  text-align: left;
  cursor: pointer;
  color: var(--soft);
  &[data-status="done"] {
    color: var(--good);
  }
  &[data-status="stale"] {
    color: var(--watch);
  }
  &[data-status="problem"] {
    color: var(--bad);
    font-weight: 700;
  }
  &[data-now] {
    color: var(--ink);
    box-shadow: inset 0 -3px 0 var(--accent);
  }
`;
