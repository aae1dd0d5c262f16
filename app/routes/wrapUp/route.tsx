import styled from "styled-components";
import type { Route } from "./+types/route";
import { beginRoll } from "~/server/services/roll/roll.server";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import { closeDay, tickWrap, wrapView } from "~/server/services/day/wrapUp.server";
import { capital, count, formatDate, formatDuration, listWords } from "~/contract/messages/format";
import type { WrapStep } from "~/core/schedule/wrapUp";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { CheckField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { answerOrAway } from "~/app/routes/shared/away";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { wrapIntents, type WrapIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await wrapView(context.app, dayIdOf(params)));
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, wrapIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "tick":
      return reply(await tickWrap(app, dayId, intent));
    case "packs-off":
      return reply(await allPacksOff(app, dayId), () => "All packs are off.");
    case "close-day":
      return reply(
        await closeDay(app, dayId),
        ({ carried, next }) =>
          `The roll is over; what was read is kept. ${next ? (carried > 0 ? `${capital(count(carried, "set"))} of cells carried into day ${next.dayNumber}: their hours count on.` : `No hours to carry into day ${next.dayNumber}.`) : "No later day of this shoot is planned: the hours stay with this one."}`,
        (): WrapIntent => ({ intent: "roll-on" }),
      );
    case "roll-on":
      return reply(await beginRoll(app, dayId), () => "It rolls on.");
  }
}

const GROUPS: readonly { title: string; kinds: readonly WrapStep["kind"][]; why: string }[] = [
  {
    title: "Everything off",
    kinds: ["pack-off", "receiver-off"],
    why: "packs, handhelds, and receivers: those are the ones forgotten; off before anything is unplugged",
  },
  {
    title: "Cells",
    kinds: ["cells-out", "charge"],
    why: "out overnight, or on charge; part-used sets stay with their pack’s hours",
  },
  {
    title: "Counted back in",
    kinds: ["count"],
    why: "to their case, by block: a mixed pair shows up tomorrow as range that is gone",
  },
  {
    title: "Left as found",
    kinds: ["fixed-set", "pairing"],
    why: "presets of a house’s own set unchanged; pairings erased only on what is handed on",
  },
];

/** The end of the day: off, counted, charged, and what tomorrow may count on. */
export default function WrapScreen({ loaderData: view }: Route.ComponentProps) {
  const day = useDay();
  const { send, reply: said, isBusy } = useIntent<WrapIntent>();
  const left = view.steps.filter((s) => s.done === null);
  const on = view.steps.filter((s) => s.isOn);
  return (
    <Stack>
      <div>
        <Answer>
          {left.length === 0
            ? view.isRolling
              ? "Everything is put away; it still rolls"
              : "Wrapped"
            : on.length > 0
              ? `${listWords(on.map((s) => s.label))} ${on.length === 1 ? "is" : "are"} still on`
              : `${capital(count(left.length, "thing"))} left before the case is shut`}
        </Answer>
        <Sub>
          What was scanned and picked today is of today: the next place, and the next day, begin
          with a scan of their own.
        </Sub>
      </div>
      <ReplyNotice reply={said} onUndo={send} />
      <Row>
        {view.isRolling && (
          <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "close-day" })}>
            The day is over
          </PrimaryButton>
        )}
        {on.length > 0 && day.rig.state === "ready" && day.rig.isPractice && (
          <Button
            isDisabled={isBusy}
            onPress={() => send({ intent: "packs-off" })}
          >{`Switch ${on.length === 1 ? "it" : "them"} off`}</Button>
        )}
      </Row>
      <Groups>
        {GROUPS.map((g) => {
          const steps = view.steps.filter((s) => g.kinds.includes(s.kind));
          if (steps.length === 0) return null;
          return (
            <section key={g.title} aria-label={g.title}>
              <Heading>{g.title}</Heading>
              <Soft>{g.why}</Soft>
              {steps.map((s) =>
                s.done === "seen" || s.isOn ? (
                  <Told
                    key={s.id}
                    data-on={s.isOn || undefined}
                  >{`${s.label}: ${s.isOn ? "says that it is on" : "off, by its own word"}`}</Told>
                ) : (
                  <CheckField
                    key={s.id}
                    isSelected={s.done !== null}
                    onChange={(isDone) => send({ intent: "tick", step: s.id, isDone })}
                  >
                    {labelOf(s)}
                  </CheckField>
                ),
              )}
            </section>
          );
        })}
      </Groups>
      {view.hours.length > 0 && (
        <section>
          <Heading>Hours for tomorrow</Heading>
          <p>
            <Soft>
              {view.next
                ? `Carried into day ${view.next.dayNumber}, ${formatDate(view.next.dateIso)}, when this day is over: nobody has to reset or to guess.`
                : "Kept with this day. Plan the next day of the shoot under its name, and they are carried into it."}
            </Soft>
          </p>
          {view.hours.map((h) => (
            <p key={h.packKey}>
              <b>{h.label}</b>{" "}
              {`${h.chemistry}, ran ${formatDuration(h.ranHours * 3_600_000)}, about ${formatDuration(h.leftHours * 3_600_000)} left`}
            </p>
          ))}
        </section>
      )}
      <Notice kind="caution">
        Pack off before its door opens. A hot or swollen lithium pack goes nowhere near a charger.
        Masts come down with somebody at the foot, clear of power lines.
      </Notice>
    </Stack>
  );
}

function labelOf(s: WrapStep): string {
  switch (s.kind) {
    case "pack-off":
    case "receiver-off":
      return `${s.label} off`;
    case "cells-out":
      return `${s.label}: cells out`;
    case "charge":
      return `${s.label}: on charge`;
    case "count":
      return `${s.count ?? 0} ${s.label} counted`;
    case "fixed-set":
      return "A house’s fixed set is as it was found";
    case "pairing":
      return "Pairings erased on what is handed on, kept on what stays";
  }
}

const Groups = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 18px 28px;
  align-items: start;
  section {
    display: flex;
    flex-direction: column;
    gap: 2px;
  }
  ${PHONE} {
    grid-template-columns: 1fr;
  }
`;
const Told = styled.p`
  min-height: 36px;
  display: flex;
  align-items: center;
  color: var(--good);
  &[data-on] {
    color: var(--bad);
    font-weight: 700;
  }
`;
