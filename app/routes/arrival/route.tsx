import styled from "styled-components";
import { z } from "zod";
import type { Route } from "./+types/route";
import { getArrival, tick } from "~/server/services/prep/arrival.server";
import { arrivalWords } from "~/contract/messages/arrival";
import { capital, formatClock, numberWord } from "~/contract/messages/format";
import { ARRIVAL_TEXTS } from "~/contract/messages/screens/arrival";
import { CheckField } from "~/app/ui/Field/Field";
import { Answer, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";

const intents = z.object({
  intent: z.literal("tick"),
  stepId: z.string().min(1).max(2000),
  isDone: z.boolean(),
});
type ArrivalIntent = z.infer<typeof intents>;

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getArrival(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const read = await readIntent(request, intents);
  if (!read.ok) return read.reply;
  return reply(await tick(context.app, dayIdOf(params), read.intent));
}

/** On arrival: what this kit asks for, in order, ticked off by whoever does it. */
export default function ArrivalScreen({ loaderData: { steps } }: Route.ComponentProps) {
  const { send, reply: answer, pending } = useIntent<ArrivalIntent>();
  const isDone = (s: (typeof steps)[number]) =>
    pending?.stepId === s.id ? pending.isDone : s.doneAtMs !== null;
  const done = steps.filter(isDone).length;
  const next = steps.find((s) => !isDone(s));
  return (
    <Stack>
      <div>
        <Answer>
          {steps.length === 0
            ? ARRIVAL_TEXTS.nothingToSetUp
            : next === undefined
              ? ARRIVAL_TEXTS.allSetUp
              : done === 0
                ? ARRIVAL_TEXTS.thingsToSetUp(capital(numberWord(steps.length)))
                : ARRIVAL_TEXTS.ofSetUp(capital(numberWord(done)), numberWord(steps.length))}
        </Answer>
        <Sub>
          {next
            ? ARRIVAL_TEXTS.next(arrivalWords(next).what)
            : ARRIVAL_TEXTS.antennasBeforePowerReceiversBefore}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      <List>
        {steps.map((s) => {
          const words = arrivalWords(s);
          return (
            <li key={s.id}>
              <CheckField
                isSelected={isDone(s)}
                onChange={(checked) => send({ intent: "tick", stepId: s.id, isDone: checked })}
              >
                <span>
                  {words.what}
                  <Why>{words.why}</Why>
                </span>
              </CheckField>
              {s.doneAtMs !== null && <Soft>{formatClock(s.doneAtMs)}</Soft>}
            </li>
          );
        })}
      </List>
      <Soft as="p">{ARRIVAL_TEXTS.cablesAcrossAFloor}</Soft>
    </Stack>
  );
}

const List = styled.ol`
  list-style: none;
  border-top: 1px solid var(--soft);
  li {
    display: flex;
    gap: 16px;
    justify-content: space-between;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding: 4px 0;
  }
`;
const Why = styled.small`
  display: block;
  color: var(--soft);
  font-size: var(--text);
`;
