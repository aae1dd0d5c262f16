import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { formatDb } from "~/contract/messages/format";
import { ANTENNA_NAMES, directionWords, reliabilityWords } from "~/contract/messages/plan";
import type { FloorPlan, PlacedAntenna } from "~/core/location/floorPlan";
import type { WalkForecast } from "~/core/location/forecast";
import type { Placement } from "~/core/location/search";
import type { CoaxType } from "~/core/radio/feed";
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
const CABLES: { id: CoaxType | "none"; label: string }[] = [
  { id: "none", label: "no cable" },
  { id: "RG-174", label: "RG-174, thin" },
  { id: "RG-58", label: "RG-58" },
  { id: "RG-8X", label: "RG-8X" },
  { id: "RG-213", label: "RG-213, thick" },
  { id: "low-loss-10", label: "low-loss, 10 mm" },
];

/** Where the two antennas go, given what is in the case and where stands may be put. */
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
    inHand.change({ ...plan, atHand: { ...atHand, ...change } }, "what is at hand changed");
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
    <section aria-label="Two places for the antennas">
      <Heading>Two places for the antennas</Heading>
      <Soft as="p">
        {atHand.stands.length > 0
          ? `Among the ${atHand.stands.length} places that are marked for stands.`
          : "Anywhere on the plan; mark places for stands under Draw to keep to those."}
      </Soft>
      <Kinds role="group" aria-label="Antennas in the case">
        <Soft>Antennas in the case</Soft>
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
          label="Highest stand"
          lengths={lengths}
          minM={0.5}
          maxM={20}
          step={0.1}
          valueM={atHand.mastM}
          onChange={(m) => setAtHand({ mastM: m })}
        />
        <SelectField
          label="Cable in the case"
          choices={CABLES}
          value={cable?.type ?? "none"}
          onChange={(type) => {
            inHand.change(
              { ...plan, cable: type === "none" ? null : { type, mostM: cable?.mostM ?? 15 } },
              "cable changed",
            );
          }}
        />
        <SwitchField
          isSelected={atHand.amplifier !== null}
          onChange={(on) => setAtHand({ amplifier: on ? { gainDb: 12, noiseFigureDb: 3 } : null })}
        >
          an amplifier for the antenna’s end
        </SwitchField>
        {atHand.amplifier && (
          <NumberField
            label="It lifts by"
            unit="dB"
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
            label="Longest run"
            lengths={lengths}
            minM={1}
            maxM={200}
            step={1}
            valueM={cable.mostM}
            onChange={(m) => {
              inHand.change({ ...plan, cable: { ...cable, mostM: m } }, "cable changed");
            }}
          />
        )}
      </Settings>
      <Row>
        {search.state === "running" ? (
          <>
            <Progress
              label="Trying every pair of places"
              fraction={search.share}
              valueText={`${Math.round(search.share * 100)} %`}
            />
            <QuietButton onPress={() => running.current?.cancel()}>Stop</QuietButton>
          </>
        ) : (
          <Button
            onPress={start}
            why={atHand.kinds.length === 0 ? "Say first which antennas are at hand." : null}
          >
            Find two places
          </Button>
        )}
      </Row>
      {search.state === "failed" && (
        <Notice kind="refused">{`The search broke off (${search.detail}). The plan is as it was.`}</Notice>
      )}
      {search.state === "found" &&
        search.of === plan &&
        (search.placement === null ? (
          <Notice kind="caution">
            Nothing can be put anywhere: no cable reaches, or all places lie inside obstacles.
          </Notice>
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
                      "antennas put where they were found best",
                    );
                }}
              >
                Put them there
              </Button>
            }
          >
            {`${search.placement.antennas.map((a) => `a ${ANTENNA_NAMES[a.kind]} at ${lengths.metres(a.x)} across, ${lengths.metres(a.y)} down${a.kind === "fin" ? `, looking ${directionWords(a.aimDeg)}` : ""}${a.feed.some((f) => f.kind === "amplifier") ? ", with the amplifier" : ""}`).join(" and ")}: at least ${formatDb(search.placement.worstMarginDb)} in hand on every walk${worstDb === null ? "" : ` instead of ${formatDb(worstDb)}`}, ${reliabilityWords(search.placement)} for whoever is worst off.`}
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
