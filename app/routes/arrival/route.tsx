import styled from "styled-components";
import { z } from "zod";
import type { Route } from "./+types/route";
import { getArrival, tick } from "~/server/services/prep/arrival.server";
import { arrivalWords } from "~/contract/messages/arrival";
import { capital, formatClock, numberWord } from "~/contract/messages/format";
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
            ? "Nothing to set up: the case is empty"
            : next === undefined
              ? "All set up"
              : done === 0
                ? `${capital(numberWord(steps.length))} things to set up`
                : `${capital(numberWord(done))} of ${numberWord(steps.length)} set up`}
        </Answer>
        <Sub>
          {next
            ? `Next: ${arrivalWords(next).what}.`
            : "Antennas before power, receivers before packs."}
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
      <Soft as="p">
        Cables across a floor are a trip hazard: tape or ramp them. Stands: clear of power lines,
        weighted, nobody climbs alone. Phantom power and unbalanced outputs can harm gear.
      </Soft>
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
  font-size: 15px;
`;
