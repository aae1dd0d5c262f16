import { useEffect, useRef, useState } from "react";
import { TriangleAlert } from "lucide-react";
import { Link } from "react-router";
import type { DayView } from "~/server/services/day/dayView.server";
import { stepWords } from "~/contract/messages/day";
import { FRAME, moreWords, stepButtonWords } from "~/contract/messages/frame";
import type { Step } from "~/core/channel/nextSteps";
import { useCommands } from "~/app/features/commands/commandStore";
import type { LineWords } from "~/app/features/live/useLineWords";
import { Key } from "~/app/features/commands/commandBox.styles";
import { PrimaryButton } from "~/app/ui/Button/Button";
import type { ScanIntent } from "~/app/routes/scan/intents";
import { pathOf } from "~/app/routes/shared/addresses";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { namesOf } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import type { SyncIntent } from "~/app/routes/sync/intents";
import * as S from "./frame.styles";

/** A press so soon after the step changed was meant for the step before. */
const SETTLE_MS = 700;

interface NextLineProps {
  view: DayView;
  /** Stands here for what is next: without the cart nothing of it can be done. */
  line: LineWords | null;
  nowMs: number;
  mayOpen: (screen: string) => boolean;
  isCart: boolean;
}

/** What to do now, in one line with its button; the rest of the list opens below it. */
export function NextLine({ view, line, nowMs, mayOpen, isCart }: NextLineProps) {
  const { steps, day } = view;
  const names = namesOf(view);
  const [isOpen, setOpen] = useState(false);
  const list = useRef<HTMLOListElement>(null);
  const opener = useRef<HTMLButtonElement>(null);
  useCommands(
    steps.length > 0
      ? [{ label: FRAME.nextList, key: "n", run: () => setOpen((open) => !open) }]
      : [],
    "everywhere",
  );
  useEffect(() => {
    if (!isOpen) return undefined;
    list.current?.querySelector<HTMLElement>("a")?.focus();
    const press = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      setOpen(false);
      opener.current?.focus();
    };
    const leave = (event: PointerEvent) => {
      if (!list.current?.contains(event.target as Node)) setOpen(false);
    };
    document.addEventListener("keydown", press);
    document.addEventListener("pointerdown", leave);
    return () => {
      document.removeEventListener("keydown", press);
      document.removeEventListener("pointerdown", leave);
    };
  }, [isOpen]);
  const first = steps[0];
  const words = first && stepWords(first, names, nowMs);
  if (line)
    return (
      <S.Next aria-label={FRAME.connection} data-trouble>
        <TriangleAlert aria-hidden size={18} />
        <S.LineWhat role="alert">{line.what}</S.LineWhat>
        {line.why && <S.LineWhy data-whole={line.isEnd || undefined}>{line.why}</S.LineWhy>}
      </S.Next>
    );
  return (
    <S.Next aria-label={FRAME.next}>
      <b>{FRAME.next}</b>
      {first && words ? (
        <>
          <S.NextWhat>{words.what}</S.NextWhat>
          <S.NextWhy title={words.why}>{words.why}</S.NextWhy>
          {mayOpen(first.stage) && <StepButton view={view} step={first} isCart={isCart} />}
        </>
      ) : (
        <S.NextWhat>{FRAME.nextNone}</S.NextWhat>
      )}
      {steps.length > 1 && (
        <S.NextMore
          ref={opener}
          type="button"
          aria-expanded={isOpen}
          title={FRAME.nextList}
          // the outside press that closes it comes before the click
          onPointerDown={(event) => isOpen && event.stopPropagation()}
          onClick={() => setOpen(!isOpen)}
        >
          <S.NotOnPhone>{moreWords(steps.length - 1)}</S.NotOnPhone>
          <S.OnPhone>{`+${steps.length - 1}`}</S.OnPhone> <Key aria-hidden>n</Key>
        </S.NextMore>
      )}
      <S.NextList ref={list} hidden={!isOpen}>
        {steps.map((step) => {
          const { what, why } = stepWords(step, names, nowMs);
          return (
            <li key={`${step.code}${what}`}>
              {mayOpen(step.stage) ? (
                <Link to={stepPath(day.id, step)} onClick={() => setOpen(false)}>
                  {what}
                </Link>
              ) : (
                <span>{what}</span>
              )}
              <small>{why}</small>
            </li>
          );
        })}
      </S.NextList>
    </S.Next>
  );
}

/** Where a step is done, with the channel it is about. */
function stepPath(dayId: number, step: Step): string {
  const path = pathOf(dayId, step.code === "move" ? "companyMove" : step.stage);
  return "channelIds" in step && step.channelIds.length > 0
    ? `${path}?channel=${step.channelIds[0]}`
    : path;
}

/** Does the step where one press does it; else goes where it is done. */
function StepButton({ view, step, isCart }: { view: DayView; step: Step; isCart: boolean }) {
  const base = `/day/${view.day.id}`;
  const sync = useIntent<SyncIntent>(`${base}/sync`);
  const scan = useIntent<ScanIntent>(`${base}/scan`);
  const label = stepButtonWords(step);
  const key = `${step.code}${"channelIds" in step ? step.channelIds.join() : ""}`;
  const changed = useRef({ key, atMs: -Infinity });
  useEffect(() => {
    if (changed.current.key !== key) changed.current = { key, atMs: performance.now() };
  }, [key]);
  const isReady = view.rig.state === "ready";
  const act =
    !isCart || !isReady
      ? null
      : step.code === "packs-off"
        ? () => scan.send({ intent: "packs-off" })
        : step.code === "set-receivers" &&
            step.channelIds.every((id) => view.channels.find((c) => c.id === id)?.isDriven)
          ? () => sync.send({ intent: "set-receivers", channelIds: step.channelIds })
          : null;
  if (!act) return <S.NextLink to={stepPath(view.day.id, step)}>{label}</S.NextLink>;
  const failed = [sync.reply, scan.reply].find((r) => r?.ok === false);
  return (
    <>
      <PrimaryButton
        isPending={sync.isBusy || scan.isBusy}
        onPress={() => performance.now() - changed.current.atMs > SETTLE_MS && act()}
      >
        {label}
      </PrimaryButton>
      {failed && <ReplyNotice reply={failed} />}
    </>
  );
}
