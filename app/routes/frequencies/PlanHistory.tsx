import { defined } from "~/core/units/items";
import { formatClock } from "~/contract/messages/format";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { DayView } from "~/server/services/day/dayView.server";
import { QuietButton } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";

/**
 * Versions of the plan with what each came from; the one before can be had back at once, any other
 * too.
 */
export function PlanHistory({
  history,
  placeName,
  isBusy,
  earlier,
  onRestore,
}: {
  history: DayView["planHistory"];
  placeName: (id: number) => string;
  isBusy: boolean;
  earlier: number | null;
  onRestore: (version: number) => void;
}) {
  if (earlier === null) return null;
  const line = (p: DayView["planHistory"][number]) =>
    FREQUENCIES_TEXTS.plan(p.version, formatClock(p.acceptedAtMs), placeName(p.placeId), p.how);
  const before = defined(history.find((p) => p.version === earlier));
  return (
    <div>
      <Row>
        <Soft>{line(before)}.</Soft>
        <QuietButton isDisabled={isBusy} onPress={() => onRestore(earlier)}>
          {FREQUENCIES_TEXTS.undoBackToPlan(earlier)}
        </QuietButton>
      </Row>
      {history.length > 2 && (
        <details>
          <summary>{FREQUENCIES_TEXTS.allVersions(history.length)}</summary>
          {[...history].reverse().map((p, i) => (
            <Row key={p.version}>
              <Soft>{line(p)}</Soft>
              {i > 0 && p.version !== earlier && (
                <QuietButton isDisabled={isBusy} onPress={() => onRestore(p.version)}>
                  {FREQUENCIES_TEXTS.backToPlan(p.version)}
                </QuietButton>
              )}
            </Row>
          ))}
        </details>
      )}
    </div>
  );
}
