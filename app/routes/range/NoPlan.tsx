import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
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
        <Answer>{`${place} is not drawn yet`}</Answer>
        <Sub>
          Walls, where people go, and where the antennas stand: a few strokes are enough. Then it is
          told who drops out, where, how often, and what would help most. Without a plan one link
          can be judged by its distance and what stands between.
        </Sub>
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
          Draw this place
        </PrimaryButton>
        <Link to={`/day/${dayId}/link-budget`}>Judge one link</Link>
      </Row>
    </Stack>
  );
}
