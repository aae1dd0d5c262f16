import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { planProblems } from "~/core/location/floorPlan";
import { planProblemWords } from "~/contract/messages/plan";
import { capital, listWords } from "~/contract/messages/format";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";
import type { PlanInHand } from "./usePlan";

/** Whether the plan in hand is kept; and if not, why, and what can be done. */
export function PlanKeeping({ inHand }: { inHand: PlanInHand }) {
  const { plan, isRefused, reply, takeTheirs, keepMine } = inHand;
  const problems = plan ? planProblems(plan) : [];
  if (problems.length > 0)
    return (
      <Notice kind="caution">
        {SHARED_TEXTS.itIsSavedOnce(capital(listWords(problems.slice(0, 3).map(planProblemWords))))}
      </Notice>
    );
  if (!isRefused || !reply) return null;
  return (
    <Notice
      kind="refused"
      action={
        <>
          <Button onPress={keepMine}>{SHARED_TEXTS.usingMine}</Button>
          <QuietButton onPress={takeTheirs}>{SHARED_TEXTS.usingTheOther}</QuietButton>
        </>
      }
    >
      {reply.message}
    </Notice>
  );
}
