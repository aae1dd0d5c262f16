import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { planProblems } from "~/core/location/floorPlan";
import { planProblemWords } from "~/contract/messages/plan";
import { capital, listWords } from "~/contract/messages/format";
import type { PlanInHand } from "./usePlan";

/** Whether the plan in hand is kept; and if not, why, and what can be done. */
export function PlanKeeping({ inHand }: { inHand: PlanInHand }) {
  const { plan, isRefused, reply, takeTheirs, keepMine } = inHand;
  const problems = plan ? planProblems(plan) : [];
  if (problems.length > 0)
    return (
      <Notice kind="caution">{`${capital(listWords(problems.slice(0, 3).map(planProblemWords)))}. It is kept as soon as that is mended; what was kept before stands.`}</Notice>
    );
  if (!isRefused || !reply) return null;
  return (
    <Notice
      kind="refused"
      action={
        <>
          <Button onPress={keepMine}>Keep mine over it</Button>
          <QuietButton onPress={takeTheirs}>Take what stands</QuietButton>
        </>
      }
    >
      {reply.message}
    </Notice>
  );
}
