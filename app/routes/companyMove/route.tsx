import { defined } from "~/core/units/items";
import { useState } from "react";
import { Link } from "react-router";
import { MoveRight } from "lucide-react";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { movingView } from "~/server/services/day/companyMove.server";
import { moveTo } from "~/server/services/day/moves.server";
import { addTalker, removeTalker, restoreTalker } from "~/server/services/prep/talkers.server";
import { capital, listWords } from "~/contract/messages/format";
import { MOVE_STEP_WORDS, moveHeadline, moveSubline, wholeMinutes } from "~/contract/messages/move";
import { COMPANY_MOVE_TEXTS } from "~/contract/messages/screens/companyMove";
import { useNow } from "~/app/features/frame/useNow";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { answerOrAway } from "~/app/routes/shared/away";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { useTaken } from "~/app/routes/shared/useTaken";
import { movingIntents, type MovingIntent } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await movingView(context.app, dayIdOf(params)));
}

const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>();
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, movingIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "move-to":
      return reply(
        await moveTo(app, dayId, intent.placeId),
        () => COMPANY_MOVE_TEXTS.movedScansAndVerifications,
      );
    case "join":
      return reply(await addTalker(app, dayId, { talker: intent.talker }), (talker) =>
        COMPANY_MOVE_TEXTS.hasAChannelScan(talker),
      );
    case "leave":
      return reply(
        await removeTalker(app, dayId, intent),
        ({ talker }) => COMPANY_MOVE_TEXTS.hasLeftThePack(talker),
        ({ version }): MovingIntent => ({
          intent: "come-back",
          channelId: intent.channelId,
          expectedVersion: version,
        }),
      );
    case "come-back":
      return reply(await restoreTalker(app, dayId, intent), ({ talker }) =>
        COMPANY_MOVE_TEXTS.isBackOnTheSame(talker),
      );
  }
}

/**
 * What a move means: what becomes old, what is to be done before the first take there, and whether
 * there is time.
 */
export default function MovingScreen({ loaderData: view }: Route.ComponentProps) {
  useBridge(bridge, view);
  const day = useDay();
  const names = namesOf(day);
  const nowMs = useNow(day.nowMs);
  const { send, reply: said, isBusy } = useIntent<MovingIntent>();
  const here = day.day.currentPlaceId;
  const following = [...day.places]
    .sort((a, b) => a.startMs - b.startMs)
    .find((p) => p.startMs > (day.places.find((x) => x.id === here)?.startMs ?? -Infinity));
  const [chosen, setChosen] = useState<number | null>(null);
  const taken = useTaken(said);
  const [joining, setJoining] = useState("");
  const plan =
    view.plans.find((p) => p.toPlaceId === (chosen ?? following?.id ?? here)) ?? view.plans[0];
  if (!plan) return <Answer>{COMPANY_MOVE_TEXTS.theDayHasNoLocation}</Answer>;
  const place = defined(day.places.find((p) => p.id === plan.toPlaceId));
  const { name } = place;
  const base = `/day/${day.day.id}`;
  const minutes = wholeMinutes(plan.steps);
  return (
    <Stack>
      <div>
        <Answer>{moveHeadline(plan, name, nowMs)}</Answer>
        <Sub>{moveSubline(plan, name)}</Sub>
      </div>
      <ReplyNotice reply={said} onUndo={send} />
      <Row>
        <SelectField
          label={COMPANY_MOVE_TEXTS.where}
          value={String(plan.toPlaceId)}
          onChange={(id) => setChosen(Number(id))}
          choices={day.places.map((p) => ({
            id: String(p.id),
            label: `${p.name}, ${p.setting === "indoors" ? "inside" : "outside"}${p.id === here ? COMPANY_MOVE_TEXTS.here : ""}`,
          }))}
        />
        {!plan.isThere && (
          <PrimaryButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "move-to", placeId: plan.toPlaceId })}
          >
            {COMPANY_MOVE_TEXTS.move(name)}
            <MoveRight aria-hidden />
          </PrimaryButton>
        )}
      </Row>
      {plan.sideChanges && !plan.isThere && (
        <Notice kind="caution">
          {COMPANY_MOVE_TEXTS.fromOtherStationsAreReceived(
            place.setting === "indoors"
              ? COMPANY_MOVE_TEXTS.outsideToInside
              : COMPANY_MOVE_TEXTS.insideToOutside,
          )}
        </Notice>
      )}
      <Steps aria-label={COMPANY_MOVE_TEXTS.beforeTheFirstTake}>
        {plan.steps.map((step, i) => {
          const { what, why, to } = MOVE_STEP_WORDS[step.code];
          const who =
            step.channelIds.length > 0 && step.channelIds.length < day.channels.length
              ? listWords(step.channelIds.map(names.talker))
              : "";
          return (
            <li key={step.code}>
              <b>{i + 1}</b>
              <span>
                <Link to={`${base}/${to}`}>{capital(what(step.channelIds.length))}</Link>
                <small>{who ? `${who}: ${why}` : why}</small>
              </span>
              <Figure>
                {minutes[i] ? COMPANY_MOVE_TEXTS.min(minutes[i]) : COMPANY_MOVE_TEXTS.n1Min}
              </Figure>
            </li>
          );
        })}
      </Steps>
      {plan.steps.length === 0 && (
        <Notice kind="said">{COMPANY_MOVE_TEXTS.nothingLeftToDoBefore}</Notice>
      )}
      {plan.canWait.length > 0 && (
        <Soft>
          {COMPANY_MOVE_TEXTS.noSceneThereAndCan(
            listWords(plan.canWait.map(names.talker)),
            plan.canWait.length === 1 ? "has" : "have",
          )}
        </Soft>
      )}
      <section>
        <Heading>{COMPANY_MOVE_TEXTS.joiningAndLeaving}</Heading>
        <Row>
          {plan.joins.map((t) => (
            <Button key={t} isDisabled={isBusy} onPress={() => send({ intent: "join", talker: t })}>
              {COMPANY_MOVE_TEXTS.wire(t)}
            </Button>
          ))}
          <Row
            as="form"
            onSubmit={(e: React.SubmitEvent) => {
              e.preventDefault();
              if (joining.trim() === "") return;
              send({ intent: "join", talker: joining.trim() });
              taken(() => setJoining(""));
            }}
          >
            <TextField
              label={COMPANY_MOVE_TEXTS.addTalent}
              isLabelHidden
              value={joining}
              onChange={setJoining}
              placeholder="name"
              widthCh={14}
            />
            <Button
              type="submit"
              isDisabled={isBusy}
              why={joining.trim() === "" ? COMPANY_MOVE_TEXTS.typeANameFirst : null}
            >
              {COMPANY_MOVE_TEXTS.wire2}
            </Button>
          </Row>
        </Row>
        {plan.joins.length > 0 && (
          <p>
            <Soft>
              {COMPANY_MOVE_TEXTS.thereAndNoChannelScan(
                listWords(plan.joins),
                plan.joins.length === 1 ? "speaks" : "speak",
                plan.joins.length === 1 ? "has" : "have",
              )}
            </Soft>
          </p>
        )}
        {plan.leaves.map((id) => (
          <Row key={id}>
            <span>{COMPANY_MOVE_TEXTS.hasNoMoreScenesToday(names.talker(id))}</span>
            <QuietButton
              isDisabled={isBusy}
              onPress={() =>
                send({
                  intent: "leave",
                  channelId: id,
                  expectedVersion: defined(view.versions[id]),
                })
              }
            >
              {COMPANY_MOVE_TEXTS.leavesIsFree(names.talker(id), names.pack(id))}
            </QuietButton>
          </Row>
        ))}
      </section>
    </Stack>
  );
}

const Steps = styled.ol`
  list-style: none;
  border-top: 2px solid var(--ink);
  > li {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr) 90px;
    gap: 0 10px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding: 8px 0;
    min-height: var(--target);
  }
  > li > b {
    font-size: var(--head);
  }
  > li > span {
    display: flex;
    flex-direction: column;
    font-size: var(--text);
    small {
      color: var(--soft);
      font-size: var(--small);
    }
  }
  > li > :last-child {
    text-align: right;
    font-size: var(--text);
  }
  ${PHONE} {
    > li {
      grid-template-columns: 24px minmax(0, 1fr) 72px;
    }
  }
`;
