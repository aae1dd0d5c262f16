import styled from "styled-components";
import type { Route } from "./+types/route";
import { beginRoll } from "~/server/services/roll/roll.server";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import { closeDay, tickWrap, wrapView } from "~/server/services/day/wrapUp.server";
import {
  capital,
  count,
  formatDate,
  formatDuration,
  namesOrCount,
} from "~/contract/messages/format";
import { WRAP_UP_TEXTS } from "~/contract/messages/screens/wrapUp";
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
      return reply(await allPacksOff(app, dayId), () => WRAP_UP_TEXTS.allPacksAreOff);
    case "close-day":
      return reply(
        await closeDay(app, dayId),
        ({ carried, next }) =>
          WRAP_UP_TEXTS.theRollIsOverWhat(
            next
              ? carried > 0
                ? WRAP_UP_TEXTS.ofBatteriesCarriedIntoDay(
                    capital(count(carried, "set")),
                    next.dayNumber,
                  )
                : WRAP_UP_TEXTS.noHoursToCarryInto(next.dayNumber)
              : WRAP_UP_TEXTS.noLaterDay,
          ),
        (): WrapIntent => ({ intent: "roll-on" }),
      );
    case "roll-on":
      return reply(await beginRoll(app, dayId), () => WRAP_UP_TEXTS.itRolls);
  }
}

const GROUPS: readonly { title: string; kinds: readonly WrapStep["kind"][]; why: string }[] = [
  {
    title: WRAP_UP_TEXTS.everythingOff,
    kinds: ["pack-off", "receiver-off"],
    why: WRAP_UP_TEXTS.packsHandheldsAndReceiversBefore,
  },
  {
    title: WRAP_UP_TEXTS.batteries,
    kinds: ["cells-out", "charge"],
    why: WRAP_UP_TEXTS.outOvernightOrOnCharge,
  },
  {
    title: WRAP_UP_TEXTS.counted,
    kinds: ["count"],
    why: WRAP_UP_TEXTS.byBlockAMixedUp,
  },
  {
    title: WRAP_UP_TEXTS.leftAsFound,
    kinds: ["fixed-set", "pairing"],
    why: WRAP_UP_TEXTS.housePresetsUnchangedErasePairings,
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
              ? WRAP_UP_TEXTS.everythingIsArchivedItStill
              : WRAP_UP_TEXTS.wrapped
            : on.length > 0
              ? WRAP_UP_TEXTS.still(
                  capital(
                    namesOrCount(
                      on.map((s) => s.label),
                      "unit",
                    ),
                  ),
                  on.length === 1 ? "is" : "are",
                )
              : WRAP_UP_TEXTS.leftToDo(capital(count(left.length, "thing")))}
        </Answer>
        <Sub>{WRAP_UP_TEXTS.todaysScansAndPlans}</Sub>
      </div>
      <ReplyNotice reply={said} onUndo={send} />
      <Row>
        {view.isRolling && (
          <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "close-day" })}>
            {WRAP_UP_TEXTS.endTheDay}
          </PrimaryButton>
        )}
        {on.length > 0 && day.rig.state === "ready" && day.rig.isPractice && (
          <Button isDisabled={isBusy} onPress={() => send({ intent: "packs-off" })}>
            {WRAP_UP_TEXTS.switchOff(on.length === 1 ? "it" : "them")}
          </Button>
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
                  >{`${s.label}: ${s.isOn ? WRAP_UP_TEXTS.reports : WRAP_UP_TEXTS.reportsThatItIsOff}`}</Told>
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
          <Heading>{WRAP_UP_TEXTS.hoursForTomorrow}</Heading>
          <p>
            <Soft>
              {view.next
                ? WRAP_UP_TEXTS.carriedIntoDayWhen(
                    view.next.dayNumber,
                    formatDate(view.next.dateIso),
                  )
                : WRAP_UP_TEXTS.savedWithThisDay}
            </Soft>
          </p>
          {view.hours.map((h) => (
            <p key={h.packKey}>
              <b>{h.label}</b>{" "}
              {WRAP_UP_TEXTS.ranAboutLeft(
                h.chemistry,
                formatDuration(h.ranHours * 3_600_000),
                h.leftHours === null ? null : formatDuration(h.leftHours * 3_600_000),
              )}
            </p>
          ))}
        </section>
      )}
      <Notice kind="caution">{WRAP_UP_TEXTS.switchThePackOffBefore}</Notice>
    </Stack>
  );
}

function labelOf(s: WrapStep): string {
  switch (s.kind) {
    case "pack-off":
    case "receiver-off":
      return WRAP_UP_TEXTS.off(s.label);
    case "cells-out":
      return WRAP_UP_TEXTS.batteriesOut(s.label);
    case "charge":
      return WRAP_UP_TEXTS.onCharge(s.label);
    case "count":
      return s.count === null
        ? WRAP_UP_TEXTS.backInTheKit(s.label)
        : WRAP_UP_TEXTS.countedWith(s.count, s.label);
    case "fixed-set":
      return WRAP_UP_TEXTS.aHousesFixedSet;
    case "pairing":
      return WRAP_UP_TEXTS.pairingsErasedOnWhat;
  }
}

const Groups = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
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
