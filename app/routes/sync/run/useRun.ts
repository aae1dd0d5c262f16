import { type RefObject, useCallback, useEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import type { Seen } from "~/contract/schemas/seen";
import { answersOf, type HandCell, type HandQuestion } from "~/core/channel/handRun";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import { isGoodOutcome } from "~/core/channel/verificationParts";
import { HAND_KEYS } from "~/contract/messages/keys";
import { useCommands } from "~/app/features/commands/commandStore";
import { isForScreen } from "~/app/features/commands/isForScreen";
import { type RunRow, rowAfter } from "./runModel";

/** A press this soon after the last answer was meant for the question before. */
const SETTLE_MS = 350;
/** Whether another transmitter was seen or heard while the pack was off. */
export const isSomebodyThere = ({ question, status }: HandCell): boolean =>
  (question === "silent" || question === "phones") && status === "problem";

/** Questions that a figure answers as well. */
export const takesFigure = (question: HandQuestion): boolean =>
  question === "receiver-shows" || question === "pack-shows" || question === "rf";

export interface Run {
  row: RunRow | null;
  /** The question that is asked; null where the row has none left. */
  cell: HandCell | null;
  /** "No" was pressed, and which of several answers it is comes next. */
  isChoosing: boolean;
  goTo: (channelId: number, question?: HandQuestion) => void;
  yes: () => void;
  no: () => void;
  answer: (outcome: string) => void;
  /** What a meter reads, as typed, and what that means. */
  reads: (outcome: string, shown: string) => void;
  /** What the unit shows, where it is another number than it was to be. */
  shows: (frequencyHz: number) => void;
  /** Takes a way out where somebody else is on its frequency; null where there is none. */
  move: (() => void) | null;
  /** Takes another frequency where its receiver does not offer this; null where nobody may. */
  passOver: (() => void) | null;
  /** The figure that is being typed, and its field. */
  typed: string;
  setTyped: (text: string) => void;
  input: RefObject<HTMLInputElement | null>;
}

interface RunOptions {
  /** The channel that is chosen; null: the first that has an open question. */
  channelId: number | null;
  onChannel: (channelId: number) => void;
  /** A move or an undo is on its way: until it stands, an answer would count for what was before. */
  isBusy: boolean;
  rows: readonly RunRow[];
  saw: (row: RunRow, seen: Seen) => void;
  onUndo: (() => void) | null;
  /** Takes the other form for the day; null where this one may not. */
  onForm: (() => void) | null;
  /** The action of a row whose answer was bad; null where there is none. */
  /** Moves a channel on whose frequency somebody else is. */
  onMove: ((row: RunRow) => void) | null;
  /** Gives it another one, where its receiver does not offer this. */
  onPassOver: ((row: RunRow) => void) | null;
}

/** Where a run by hand stands, and the keys that answer it: y, n, a figure; u takes back. */
export function useRun(options: RunOptions): Run {
  const { channelId, onChannel, isBusy, rows, saw, onUndo, onForm, onMove, onPassOver } = options;
  const [asked, setAsked] = useState<{ channelId: number; question: HandQuestion } | null>(null);
  const [isChoosing, setChoosing] = useState(false);
  const answeredAt = useRef(-Infinity);
  const [typed, setTyped] = useState("");
  const input = useRef<HTMLInputElement>(null);
  /** The first digit of a figure opens its field, which takes the others. */
  const beginFigure = (digit: string) => {
    flushSync(() => setTyped(digit));
    input.current?.focus();
    input.current?.setSelectionRange(digit.length, digit.length);
  };
  const row =
    channelId === null
      ? (rowAfter(rows, null) ?? rows[0] ?? null)
      : (rows.find((r) => r.channel.id === channelId) ?? null);
  const question = asked !== null && asked.channelId === row?.channel.id ? asked.question : null;
  const cell =
    row?.cells.find((c) => c.question === question) ?? (question ? null : row?.next) ?? null;
  const goTo = useCallback(
    (id: number, wanted: HandQuestion | null = null) => {
      setAsked(wanted && { channelId: id, question: wanted });
      setChoosing(false);
      onChannel(id);
    },
    [onChannel],
  );
  const put = (seen: Seen, isGood: boolean) => {
    if (!row || !cell || isBusy) return;
    answeredAt.current = performance.now();
    setTyped("");
    input.current?.blur();
    saw(row, seen);
    const left = row.cells.filter((c) => c !== cell && c.status !== "done");
    if (!isGood) goTo(row.channel.id, cell.question);
    else if (left.length > 0) goTo(row.channel.id);
    else
      goTo(
        rowAfter(
          rows.filter((r) => r !== row || left.length > 0),
          null,
        )?.channel.id ?? row.channel.id,
      );
  };
  const answer = (outcome: string, shown: string | null = null) => {
    const question = cell?.question;
    if (!question || question === "receiver-shows" || question === "pack-shows") return;
    if (question === "paired") return;
    put({ what: "proof", part: question, outcome, shown }, isGoodOutcome(question, outcome));
  };
  const shows = (frequencyHz: number) => {
    if (cell?.question === "receiver-shows" || cell?.question === "pack-shows")
      put({ what: cell.question, frequencyHz }, frequencyHz === row?.wantedHz);
  };
  const yes = () => {
    if (!row || !cell) return;
    if (cell.question === "paired") put({ what: "pack-shows", frequencyHz: SELF_CHOSEN_HZ }, true);
    else if (cell.question === "receiver-shows" || cell.question === "pack-shows")
      shows(row.wantedHz ?? 0);
    else {
      const good = answersOf(cell.question).yes;
      if (good !== null) answer(good);
    }
  };
  const no = () => {
    if (!cell) return;
    if (cell.question === "paired") return;
    // "no" to a number is the number that it shows instead
    if (cell.question === "receiver-shows" || cell.question === "pack-shows") beginFigure("");
    else {
      const { others } = answersOf(cell.question);
      if (others.length === 1 && others[0] !== undefined) answer(others[0]);
      else setChoosing(true);
    }
  };
  // afterwards it is asked from the first that holds no more
  const move = () => {
    if (!row || isBusy) return;
    goTo(row.channel.id);
    onMove?.(row);
  };
  const passOver = () => {
    if (!row || isBusy) return;
    goTo(row.channel.id);
    onPassOver?.(row);
  };
  const stepCell = (by: number) => {
    if (!row) return;
    const now = row.cells.findIndex((c) => c === cell);
    const next = row.cells[Math.max(0, Math.min(row.cells.length - 1, now + by))];
    if (next) goTo(row.channel.id, next.question);
  };
  const press = (event: KeyboardEvent) => {
    if (!row) return;
    if (!isForScreen(event, "[role=dialog], [role=slider], [role=img]") || event.repeat) return;
    const take = (act: () => void) => {
      event.preventDefault();
      event.stopPropagation();
      act();
    };
    const key = event.key.toLowerCase();
    if (isChoosing && cell && /^[1-9]$/.test(key)) {
      const chosen = answersOf(cell.question as Parameters<typeof answersOf>[0]).others[
        Number(key) - 1
      ];
      take(() => chosen !== undefined && answer(chosen));
    } else if (key === "escape" && isChoosing) take(() => setChoosing(false));
    else if (key === "y") take(yes);
    else if (key === "n") take(no);
    else if (key === "u" && onUndo) take(onUndo);
    else if (key === "f" && onForm) take(onForm);
    else if (key === "m" && cell && onMove && isSomebodyThere(cell)) take(move);
    else if (key === "x" && cell?.question === "receiver-shows" && onPassOver) take(passOver);
    else if (key === "arrowright") take(() => stepCell(1));
    else if (key === "arrowleft") take(() => stepCell(-1));
    else if (cell && takesFigure(cell.question) && /^[\d-]$/.test(key))
      take(() => beginFigure(key));
  };
  useCommands([
    ...(cell
      ? [
          { label: HAND_KEYS.yes, key: "y", run: yes },
          { label: HAND_KEYS.no, key: "n", run: no },
        ]
      : []),
    ...(onUndo ? [{ label: HAND_KEYS.undo, key: "u", run: onUndo }] : []),
    ...(onForm ? [{ label: HAND_KEYS.form, key: "f", run: onForm }] : []),
    ...(cell && onMove && isSomebodyThere(cell)
      ? [{ label: HAND_KEYS.move, key: "m", run: move }]
      : []),
    ...(cell?.question === "receiver-shows" && onPassOver
      ? [{ label: HAND_KEYS.passOver, key: "x", run: passOver }]
      : []),
  ]);
  const held = useRef(press);
  useEffect(() => {
    held.current = press;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => held.current(event);
    document.addEventListener("keydown", listen, true);
    return () => document.removeEventListener("keydown", listen, true);
  }, []);
  const settled =
    <A extends unknown[]>(act: (...args: A) => void) =>
    (...args: A) => {
      if (performance.now() - answeredAt.current > SETTLE_MS) act(...args);
    };
  return {
    row,
    cell,
    isChoosing,
    goTo,
    yes: settled(yes),
    no: settled(no),
    answer: settled((outcome: string) => answer(outcome)),
    // what was typed is meant
    reads: answer,
    shows,
    move: onMove && settled(move),
    passOver: onPassOver && settled(passOver),
    typed,
    setTyped,
    input,
  };
}
