import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import type { PlaceRange } from "~/server/services/range/placePlans.server";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { Answer, Row, Stack, Sub } from "~/app/ui/Page/Page";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import type { PlanInHand } from "~/app/routes/shared/usePlan";

/** Before anything is drawn: what a plan is good for, and two ways on. */
export function NoPlan({
  range,
  place,
  inHand,
  dayId,
}: {
  range: PlaceRange;
  place: string;
  inHand: PlanInHand;
  dayId: number;
}) {
  const navigate = useNavigate();
  const [isBegun, setBegun] = useState(false);
  const isStored = isBegun && inHand.reply?.ok === true;
  useEffect(() => {
    if (isStored) void navigate(`/day/${dayId}/draw`);
  }, [isStored, navigate, dayId]);
  return (
    <Stack>
      <div>
        <Answer>{RANGE_TEXTS.hasNoFloorPlanYet(place)}</Answer>
        <Sub>{RANGE_TEXTS.drawWallsWalksAndAntennas}</Sub>
      </div>
      <ReplyNotice reply={inHand.reply} />
      <Row>
        <PrimaryButton
          isDisabled={inHand.isBusy}
          onPress={() => {
            inHand.send({
              intent: "begin",
              expectedVersion: range.version,
              placeId: range.placeId,
            });
            setBegun(true);
          }}
        >
          {RANGE_TEXTS.drawTheFloorPlan}
        </PrimaryButton>
        <Link to={`/day/${dayId}/link-budget`}>{RANGE_TEXTS.linkBudget}</Link>
      </Row>
    </Stack>
  );
}
