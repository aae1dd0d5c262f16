import { useSearchParams } from "react-router";
import type { DayView } from "~/server/services/day/dayView.server";
import { numberWord } from "~/contract/messages/format";
import { FORM_WORDS, QUESTION_NAMES } from "~/contract/messages/handRun";
import { proofOutcomeWords } from "~/contract/messages/proof";
import type { Seen, SeenItem } from "~/contract/schemas/seen";
import type { HandCell } from "~/core/channel/handRun";
import { VERIFICATION_FORMS, type VerificationForm } from "~/core/channel/verificationParts";
import { formatMhz } from "~/core/units/frequencyText";
import { QuietButton } from "~/app/ui/Button/Button";
import { Mark } from "~/app/ui/Mark/Mark";
import { Soft } from "~/app/ui/Page/Page";
import { CartOnly, useIsCart } from "~/app/routes/shared/CartOnly";
import * as S from "./run.styles";
import { RunQuestion } from "./RunQuestion";
import { type RunRow, runRows } from "./runModel";
import { useRun } from "./useRun";

interface RunTableProps {
  view: DayView;
  isBusy: boolean;
  /** What was answered and is not in the day yet. */
  answered: readonly SeenItem[];
  saw: (channelId: number, seen: Seen) => void;
  /** Takes the last answer back; null where there is none. */
  onUndo: (() => void) | null;
  onForm: (form: VerificationForm) => void;
  /** Moves a channel that is not alone; null where this one may not. */
  onMove: ((channelId: number) => void) | null;
  /** Gives a channel another frequency where its receiver does not offer this one. */
  onPassOver: ((channelId: number) => void) | null;
  /** The channel whose whole sheet is open below; null where none is. */
  openId: number | null;
  onOpen: (channelId: number | null) => void;
}

/** What a cell says in its column. */
function cellText({ status, shownHz, record }: HandCell): string {
  if (status === "todo") return "·";
  if (status === "stale") return "again";
  if (shownHz !== null) return status === "done" ? "✓" : formatMhz(shownHz);
  if (!record) return "✓";
  return status === "done" ? `✓ ${record.shown ?? ""}`.trim() : proofOutcomeWords(record.outcome);
}

/**
 * Setting and verifying by hand, at a run: one row a channel, one key an answer, the next question
 * and the next channel by themselves.
 */
export function RunTable({
  view,
  isBusy,
  answered,
  saw,
  onUndo,
  onForm,
  onMove,
  onPassOver,
  openId,
  onOpen,
}: RunTableProps) {
  const isCart = useIsCart();
  const form = view.day.verificationForm;
  const rows = runRows(view.channels, view.kit, answered);
  const [params] = useSearchParams();
  const asked = Number(params.get("channel") ?? NaN);
  const run = useRun({
    startAt: Number.isInteger(asked) ? asked : null,
    isBusy,
    rows,
    saw: ({ channel }, seen) => saw(channel.id, seen),
    onUndo,
    onForm: isCart ? () => onForm(form === "short" ? "whole" : "short") : null,
    onMove: onMove && ((row) => onMove(row.channel.id)),
    onPassOver: onPassOver && ((row) => onPassOver(row.channel.id)),
  });
  const questions = rows
    .reduce<RunRow["cells"]>((most, r) => (r.cells.length > most.length ? r.cells : most), [])
    .map((c) => c.question);
  return (
    <section aria-label="By hand">
      <S.Head>
        <CartOnly>
          <span>
            {VERIFICATION_FORMS.map((f) => (
              <QuietButton
                key={f}
                aria-pressed={(form ?? "whole") === f}
                style={(form ?? "whole") === f ? { fontWeight: 700 } : {}}
                onPress={() => onForm(f)}
              >
                {FORM_WORDS[f].name}
                {f !== (form ?? "whole") && <kbd>f</kbd>}
              </QuietButton>
            ))}
          </span>
        </CartOnly>
        <Soft>{FORM_WORDS[form ?? "whole"].asks}</Soft>
        <S.Keys>
          <kbd>y</kbd>
          <kbd>n</kbd>
          <span>or a figure answers ·</span>
          <kbd>↑</kbd>
          <kbd>↓</kbd>
          <span>channel</span>
          {onUndo && (
            <QuietButton onPress={onUndo}>
              <kbd>u</kbd> Undo
            </QuietButton>
          )}
        </S.Keys>
      </S.Head>
      <S.List>
        <S.Line as="li" data-head $columns={questions.length} aria-hidden>
          <span />
          <span>Talent</span>
          <span>Set to</span>
          {questions.map((q) => (
            <span key={q} data-cell>
              {QUESTION_NAMES[q]}
            </span>
          ))}
        </S.Line>
        {rows.map((row) => (
          <Row
            key={row.channel.id}
            row={row}
            questions={questions}
            isNow={row === run.row}
            now={row === run.row ? run.cell : null}
            goTo={run.goTo}
          >
            {row === run.row && (
              <S.Ask aria-label={`Question for ${row.channel.talker}`}>
                {run.cell ? (
                  <RunQuestion row={row} cell={run.cell} run={run} />
                ) : (
                  <Soft>
                    {row.cells.length === 0
                      ? "No frequency yet: see Pick."
                      : "Verified. Press a question to answer it again."}
                  </Soft>
                )}
                <S.More
                  aria-label={`Units of ${row.channel.talker}`}
                  aria-expanded={openId === row.channel.id}
                  onPress={() => onOpen(openId === row.channel.id ? null : row.channel.id)}
                >
                  Units, steps, troubleshoot
                </S.More>
              </S.Ask>
            )}
          </Row>
        ))}
      </S.List>
    </section>
  );
}

interface RowProps {
  row: RunRow;
  questions: readonly HandCell["question"][];
  isNow: boolean;
  now: HandCell | null;
  goTo: ReturnType<typeof useRun>["goTo"];
  children: React.ReactNode;
}

/** One channel: how each of its questions stands. */
function Row({ row, questions, isNow, now, goTo, children }: RowProps) {
  const { channel: c, cells, wantedHz } = row;
  const left = cells.filter((x) => x.status !== "done").length;
  return (
    <S.Item
      data-channel={c.id}
      aria-label={`By hand ${c.number}, ${c.talker}`}
      aria-current={isNow || undefined}
      data-now={isNow || undefined}
    >
      <S.Line $columns={questions.length} onClick={() => !isNow && goTo(c.id)}>
        <Mark>{c.mark}</Mark>
        <b>{c.talker}</b>
        <S.Number>{wantedHz === null ? "–" : formatMhz(wantedHz)}</S.Number>
        {questions.map((q) => {
          const cell = cells.find((x) => x.question === q);
          return cell ? (
            <S.Cell
              key={q}
              type="button"
              tabIndex={-1}
              data-cell
              data-status={cell.status}
              data-now={cell === now || undefined}
              aria-label={`${QUESTION_NAMES[q]}: ${cellText(cell) === "·" ? "not answered" : cellText(cell)}`}
              onClick={(event) => {
                event.stopPropagation();
                goTo(c.id, q);
              }}
            >
              {cellText(cell)}
            </S.Cell>
          ) : (
            <span key={q} data-cell />
          );
        })}
        <S.Tally>
          {cells.length === 0
            ? ""
            : left === 0
              ? "✓ verified"
              : cells.some((x) => x.status === "problem")
                ? "! look again"
                : `${numberWord(left)} left`}
        </S.Tally>
      </S.Line>
      {children}
    </S.Item>
  );
}
