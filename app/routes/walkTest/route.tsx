import { useMemo, useState } from "react";
import { Link } from "react-router";
import type { Route } from "./+types/route";
import { placeRange, type PlaceRange } from "~/server/services/range/placePlans.server";
import { count, formatClock, formatDb } from "~/contract/messages/format";
import { fitWords } from "~/contract/messages/plan";
import { seenWalkWords } from "~/contract/messages/walkTest";
import { WALK_TEST_TEXTS } from "~/contract/messages/screens/walkTest";
import type { FloorPlan } from "~/core/location/floorPlan";
import { useLengths } from "~/app/routes/shared/useLengths";
import { SelectField } from "~/app/ui/Field/Field";
import { QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Row, Stack, Sub } from "~/app/ui/Page/Page";
import { NoPlan } from "~/app/routes/range/NoPlan";
import type { RangeIntent } from "~/app/routes/range/intents";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { type PlanInHand, usePlan } from "~/app/routes/shared/usePlan";
import { walksOf } from "~/app/routes/shared/usePlanReckoning";
import { ByHand } from "./ByHand";
import { Laid } from "./Laid";
import { PlaceFindings } from "./PlaceFindings";
import { toldOf, useHandWalk } from "./useHandWalk";
import { isTold, useWalked, type WalkTestResult } from "./useWalked";
import { WalkSources } from "./WalkSources";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await placeRange(context.app, dayIdOf(params)));
}

/** What was measured on a walk laid over what was reckoned, and what that says of this place. */
export default function WalkTestScreen({ loaderData: range }: Route.ComponentProps) {
  const view = useDay();
  const inHand = usePlan(range, view.day.id);
  if (!inHand.plan)
    return (
      <NoPlan range={range} place={currentPlace(view).name} inHand={inHand} dayId={view.day.id} />
    );
  return <WalkTest key={range.placeId} range={range} inHand={inHand} plan={inHand.plan} />;
}

const NONE_DROPPED: readonly number[] = [];

interface WalkTestProps {
  range: PlaceRange;
  inHand: PlanInHand;
  plan: FloorPlan;
}

function WalkTest({ range, inHand, plan }: WalkTestProps) {
  const view = useDay();
  const lengths = useLengths();
  const place = currentPlace(view).name;
  const walks = useMemo(() => walksOf(plan, range.walkers, "along"), [plan, range.walkers]);
  const [walkId, setWalkId] = useState(walks[0]?.walk.id ?? "");
  const chosen = walks.find((w) => w.walk.id === walkId) ?? walks[0];
  const hand = useHandWalk(`plain-channel-walk-${view.day.id}-${range.placeId}`, chosen?.walk);
  const walkedInHand = useWalked(view.day.id, plan, walks, chosen, hand.told);
  const { walked, test, refusal } = walkedInHand;
  if (!chosen || plan.antennas.length === 0)
    return (
      <NothingToWalk lacks={plan.antennas.length === 0 ? "antenna" : "walk"} dayId={view.day.id} />
    );
  const keep = (fit: WalkTestResult["fit"] | null) =>
    inHand.send({
      intent: "keep-fit",
      expectedVersion: range.version,
      placeId: range.placeId,
      fit,
      walked: (test?.results ?? []).map(({ channelId, droppedAtM, lengthM, leastMarginDb }) => ({
        ...{ channelId, droppedAtM, lengthM, leastMarginDb },
      })),
    });
  const from = (id: string) => [
    ...walked.filter((w) => w.walkId === id).map((w) => w.from),
    ...(isTold(toldOf(hand.told, id))
      ? [WALK_TEST_TEXTS.byHand(seenWalkWords(toldOf(hand.told, id)))]
      : []),
  ];
  // what works without a cable comes first where there is none
  const isDriven = view.rig.state === "ready";
  const sources = !hand.walking && (
    <WalkSources key="sources" chosen={chosen} inHand={walkedInHand} />
  );
  const byHand = (
    <ByHand
      key={chosen.walk.id}
      plan={plan}
      chosen={chosen}
      hand={hand}
      marks={Object.fromEntries(range.walkers.map((w) => [w.channelId, w.mark]))}
      metres={lengths.metres}
    />
  );
  return (
    <Stack>
      {!hand.walking && (
        <div>
          <Answer>{headline(place, test, plan)}</Answer>
          <Sub>{test ? subline(test) : keptWords(plan)}</Sub>
        </div>
      )}
      {!hand.walking && (
        <Row>
          {" "}
          <SelectField
            label={WALK_TEST_TEXTS.whichWalk}
            choices={walks.map((w) => ({ id: w.walk.id, label: w.walk.name }))}
            value={chosen.walk.id}
            onChange={setWalkId}
          />
        </Row>
      )}
      {isDriven ? [sources, byHand] : [byHand, sources]}
      {refusal && <Notice kind="refused">{refusal}</Notice>}
      <ReplyNotice<RangeIntent>
        reply={inHand.reply?.message ? inHand.reply : undefined}
        onUndo={inHand.send}
      />
      {test && (
        <PlaceFindings
          place={place}
          test={test}
          walks={test.results.length}
          isBusy={inHand.isBusy}
          onKeep={() => keep(test.fit)}
          onBeginAgain={() => {
            walkedInHand.beginAgain();
            hand.clear();
          }}
        />
      )}
      {plan.fit && (
        <Row>
          <QuietButton isDisabled={inHand.isBusy} onPress={() => keep(null)}>
            {WALK_TEST_TEXTS.removeTheWalkTestHere}
          </QuietButton>
        </Row>
      )}
      {test &&
        walks
          .filter((w) => from(w.walk.id).length > 0)
          .map((w) => (
            <Laid
              key={w.walk.id}
              by={w}
              plan={plan}
              test={test}
              from={from(w.walk.id)}
              droppedAtM={
                test.results.find((r) => r.walkId === w.walk.id)?.droppedAtM ?? NONE_DROPPED
              }
              metres={lengths.metres}
            />
          ))}
    </Stack>
  );
}

function NothingToWalk({ lacks, dayId }: { lacks: "antenna" | "walk"; dayId: number }) {
  return (
    <Stack>
      <div>
        <Answer>
          {lacks === "antenna"
            ? WALK_TEST_TEXTS.noAntennaOnThePlan
            : WALK_TEST_TEXTS.noWalkOnThePlan}
        </Answer>
        <Sub>
          {WALK_TEST_TEXTS.aWalkTestComparesReadings}{" "}
          <Link to={`/day/${dayId}/draw`}>{WALK_TEST_TEXTS.draw}</Link>{" "}
          {WALK_TEST_TEXTS.theWalksAndAntennasFirst}
        </Sub>
      </div>
    </Stack>
  );
}

/** What an earlier walk test found, or how one is walked. */
const keptWords = ({ fit }: FloorPlan): string =>
  fit
    ? WALK_TEST_TEXTS.walked(
        formatClock(fit.atMs),
        count(fit.readings, "part"),
        fit.limits
          ? WALK_TEST_TEXTS.toldOnlyAsLimits(fit.limits === fit.readings ? "all" : fit.limits)
          : "",
        fitWords(fit),
        fit.limits === fit.readings
          ? ""
          : WALK_TEST_TEXTS.itWasOffFromPlace(formatDb(fit.errorDb), formatDb(fit.errorAfterDb)),
      )
    : WALK_TEST_TEXTS.carryThePackAlong;

function headline(place: string, test: WalkTestResult | null, plan: FloorPlan): string {
  if (!test)
    return plan.fit
      ? WALK_TEST_TEXTS.isCalculatedWithItsWalk(place)
      : WALK_TEST_TEXTS.noWalkTestOfYet(place);
  const by = test.fit.biasDb;
  if (Math.abs(by) < 1)
    return WALK_TEST_TEXTS.isAsTheModelSays(
      place,
      test.fit.limits === test.fit.readings
        ? ""
        : WALK_TEST_TEXTS.spreadAlongTheWalk(formatDb(test.fit.errorDb)),
    );
  return WALK_TEST_TEXTS.givesThanTheModel(place, formatDb(Math.abs(by)), by < 0 ? "less" : "more");
}

/** No word of measuring where nobody measured. */
const subline = ({ fit }: WalkTestResult): string =>
  fit.limits === fit.readings
    ? WALK_TEST_TEXTS.noLevelWasMeasuredAbout(formatDb(fit.biasDb), fitWords(fit))
    : WALK_TEST_TEXTS.measuredMinusCalculatedMeanSpread(
        formatDb(fit.biasDb),
        formatDb(fit.errorDb),
        fitWords(fit),
        formatDb(fit.errorAfterDb),
      );
