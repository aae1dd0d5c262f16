import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { COAX_OR_NONE } from "~/contract/messages/antenna";
import { ANTENNA_NAMES, directionWords, reliabilityWords } from "~/contract/messages/plan";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import type { FloorPlan, PlacedAntenna } from "~/core/location/floorPlan";
import type { WalkForecast } from "~/core/location/forecast";
import type { Placement } from "~/core/location/search";
import { askPlacement } from "~/workers/place/place.client";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { CheckField, NumberField, SelectField, SwitchField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Heading, Row, Soft } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { Progress } from "~/app/ui/Progress/Progress";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";

type Search =
  | { state: "rest" }
  | { state: "running"; share: number }
  | { state: "found"; placement: Placement | null; of: FloorPlan }
  | { state: "failed"; detail: string };
const KINDS = Object.keys(ANTENNA_NAMES) as PlacedAntenna["kind"][];

/** Where the two antennas go, given what is in the kit and where stands may be put. */
export function PlacementSearch({
  plan,
  walks,
  forecasts,
  inHand,
  lengths,
}: {
  plan: FloorPlan;
  walks: readonly WalkedBy[];
  forecasts: readonly WalkForecast[] | null;
  inHand: PlanInHand;
  lengths: Lengths;
}) {
  const [search, setSearch] = useState<Search>({ state: "rest" });
  const running = useRef<ReturnType<typeof askPlacement> | null>(null);
  useEffect(
    () => () => {
      running.current?.cancel();
    },
    [],
  );
  const { atHand, cable } = plan;
  const setAtHand = (change: Partial<FloorPlan["atHand"]>) => {
    inHand.change({ ...plan, atHand: { ...atHand, ...change } }, RANGE_TEXTS.whatIsAtHandChanged);
  };
  const start = () => {
    running.current?.cancel();
    setSearch({ state: "running", share: 0 });
    let isOver = false;
    const asked = askPlacement(
      plan,
      walks.map(({ walk, pack, receiver }) => ({ walk, pack, receiver })),
      (share) => {
        if (!isOver) setSearch({ state: "running", share });
      },
    );
    running.current = asked;
    void asked.result.then((r) => {
      isOver = true;
      if (r.ok) setSearch({ state: "found", placement: r.value, of: plan });
      else
        setSearch(
          r.error.code === "cancelled"
            ? { state: "rest" }
            : { state: "failed", detail: r.error.detail },
        );
    });
  };
  if (walks.length === 0) return null;
  const worstDb = forecasts ? Math.min(...forecasts.map((f) => f.worstMarginDb)) : null;
  return (
    <section aria-label={RANGE_TEXTS.twoAntennaPositions}>
      <Heading>{RANGE_TEXTS.twoAntennaPositions}</Heading>
      <Soft as="p">
        {atHand.stands.length > 0
          ? RANGE_TEXTS.usesThePositionsMarked(atHand.stands.length)
          : RANGE_TEXTS.usesTheWholePlanMark}
      </Soft>
      <Kinds role="group" aria-label={RANGE_TEXTS.antennasInTheKit}>
        <Soft>{RANGE_TEXTS.antennasInTheKit}</Soft>
        {KINDS.map((k) => (
          <CheckField
            key={k}
            isSelected={atHand.kinds.includes(k)}
            onChange={(on) =>
              setAtHand({ kinds: KINDS.filter((x) => (x === k ? on : atHand.kinds.includes(x))) })
            }
          >
            {ANTENNA_NAMES[k]}
          </CheckField>
        ))}
      </Kinds>
      <Settings>
        <LengthField
          label={RANGE_TEXTS.highestStand}
          lengths={lengths}
          minM={0.5}
          maxM={20}
          step={0.1}
          valueM={atHand.mastM}
          onChange={(m) => setAtHand({ mastM: m })}
        />
        <SelectField
          label={RANGE_TEXTS.cableInTheKit}
          choices={COAX_OR_NONE}
          value={cable?.type ?? "none"}
          onChange={(type) => {
            inHand.change(
              { ...plan, cable: type === "none" ? null : { type, mostM: cable?.mostM ?? 15 } },
              RANGE_TEXTS.cableChanged,
            );
          }}
        />
        <SwitchField
          isSelected={atHand.amplifier !== null}
          onChange={(on) => setAtHand({ amplifier: on ? { gainDb: 12, noiseFigureDb: 3 } : null })}
        >
          {RANGE_TEXTS.anAmplifierAtTheAntenna}
        </SwitchField>
        {atHand.amplifier && (
          <NumberField
            label={RANGE_TEXTS.gain}
            unit={RANGE_TEXTS.db}
            min={0}
            max={40}
            step={1}
            value={atHand.amplifier.gainDb}
            onChange={(gainDb) =>
              setAtHand({
                amplifier: { gainDb, noiseFigureDb: atHand.amplifier?.noiseFigureDb ?? 3 },
              })
            }
          />
        )}
        {cable && (
          <LengthField
            label={RANGE_TEXTS.longestRun}
            lengths={lengths}
            minM={1}
            maxM={200}
            step={1}
            valueM={cable.mostM}
            onChange={(m) => {
              inHand.change({ ...plan, cable: { ...cable, mostM: m } }, RANGE_TEXTS.cableChanged);
            }}
          />
        )}
      </Settings>
      <Row>
        {search.state === "running" ? (
          <>
            <Progress
              label={RANGE_TEXTS.tryingEveryPairOfPositions}
              fraction={search.share}
              valueText={`${Math.round(search.share * 100)} %`}
            />
            <QuietButton onPress={() => running.current?.cancel()}>{RANGE_TEXTS.stop}</QuietButton>
          </>
        ) : (
          <Button
            onPress={start}
            why={
              atHand.kinds.length === 0
                ? RANGE_TEXTS.chooseTheAntennasFirst
                : atHand.stands.length === 1
                  ? RANGE_TEXTS.markASecondStandFirst
                  : null
            }
          >
            {RANGE_TEXTS.findTwoPositions}
          </Button>
        )}
      </Row>
      {search.state === "failed" && (
        <Notice kind="refused">{RANGE_TEXTS.theSearchStoppedThePlan(search.detail)}</Notice>
      )}
      {search.state === "found" &&
        search.of === plan &&
        (search.placement === null ? (
          <Notice kind="caution">{RANGE_TEXTS.noPositionWorksNoCable}</Notice>
        ) : (
          <Notice
            kind="said"
            action={
              <Button
                onPress={() => {
                  const { placement } = search;
                  if (placement)
                    inHand.change(
                      {
                        ...plan,
                        antennas: [
                          ...placement.antennas.map((a, i) => ({
                            ...a,
                            id: `placed-${i + 1}`,
                            name: ["A", "B"][i] ?? String(i + 1),
                          })),
                          ...plan.antennas.slice(2),
                        ],
                      },
                      RANGE_TEXTS.antennasPutWhereTheyWere,
                    );
                }}
              >
                {RANGE_TEXTS.usingThesePositions}
              </Button>
            }
          >
            {RANGE_TEXTS.atLeastToSpare(
              search.placement.antennas
                .map((a) =>
                  RANGE_TEXTS.aAtAcrossDown(
                    ANTENNA_NAMES[a.kind],
                    lengths.metres(a.x),
                    lengths.metres(a.y),
                    a.kind === "fin" ? RANGE_TEXTS.looking(directionWords(a.aimDeg)) : "",
                    a.feed.some((f) => f.kind === "amplifier") ? RANGE_TEXTS.withTheAmplifier : "",
                  ),
                )
                .join(RANGE_TEXTS.and),
              formatDb(search.placement.worstMarginDb),
              worstDb === null ? "" : RANGE_TEXTS.instead(formatDb(worstDb)),
              reliabilityWords(search.placement),
            )}
          </Notice>
        ))}
    </section>
  );
}

const Kinds = styled(Row)`
  > label {
    flex: none;
  }
`;
