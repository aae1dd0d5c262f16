import { X } from "lucide-react";
import { useState } from "react";
import styled from "styled-components";
import { SEEN_BY_WORDS, seenPointWords } from "~/contract/messages/walkTest";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { SeenWalk } from "~/core/location/seenWalk";
import { nearestAlong, pointAlong, walkLengthM } from "~/core/location/walk";
import { FloorPlanChart } from "~/app/charts/floorPlan/FloorPlanChart";
import { MeterFigureField } from "~/app/features/channel/MeterFigureField";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SliderField, SwitchField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";
import { useKeys } from "~/app/routes/shared/useKeys";
import type { WalkedBy } from "~/app/routes/shared/usePlanReckoning";
import { type HandWalk, toldOf } from "./useHandWalk";

/** A spot that is tapped counts for a walk that passes so near. */
const NEAR_M = 6;

interface ByHandProps {
  plan: FloorPlan;
  chosen: WalkedBy;
  hand: HandWalk;
  marks: Readonly<Record<number, string>>;
  metres: (m: number) => string;
}

/** A walk test from what a person sees and hears: no receiver needs to be connected. */
export function ByHand({ plan, chosen, hand, marks, metres }: ByHandProps) {
  const { channels } = useDay();
  const [typed, setTyped] = useState("");
  const [isOff, setOff] = useState(false);
  const { walk, walker } = chosen;
  const { walking } = hand;
  const seen = toldOf(hand.told, walk.id);
  const channel = channels.find((c) => c.id === walker.channelId);
  const drop = () => hand.mark({ sign: "dropped" });
  useKeys({
    d: () => (walking ? drop() : undefined),
    e: () => (walking ? hand.end() : undefined),
    w: () => (walking ? undefined : hand.start()),
    u: () => (walking ? undefined : hand.undo?.()),
  });
  if (walking)
    return (
      <section aria-label="By hand">
        <Heading>{`${walker.talker} walks “${walk.name}”`}</Heading>
        <Stack $gapPx={10}>
          <DropButton onPress={drop}>
            <kbd>d</kbd> Dropped here
          </DropButton>
          <Row>
            <Figure aria-live="off">{`${walking.seconds} s`}</Figure>
            <span role="status">
              {walking.drops === 0
                ? "no dropout so far"
                : `${walking.drops} ${walking.drops === 1 ? "dropout" : "dropouts"} so far`}
            </span>
          </Row>
          <MeterFigureField
            label={`${walker.receiverLabel} reads`}
            hint="its meter reads"
            used={channel?.meterScale ?? null}
            typed={typed}
            onType={setTyped}
            onFigure={(figure) => {
              hand.mark({ sign: "meter", figure });
              setTyped("");
            }}
          />
          <Row>
            <Button onPress={hand.end}>
              <kbd>e</kbd> At the end: it held everywhere else
            </Button>
            <QuietButton onPress={hand.giveUp}>Stop, keep nothing</QuietButton>
          </Row>
          <Notice kind="caution">
            Eyes on the ground, not on the meter. Keep off private land and clear of traffic and
            animals.
          </Notice>
        </Stack>
      </section>
    );
  const lengthM = walkLengthM(walk);
  const isHeld = seen.heldToM !== null;
  return (
    <section aria-label="By hand">
      <Heading>By hand</Heading>
      <Stack $gapPx={8}>
        <Row>
          <PrimaryButton onPress={hand.start}>
            <kbd>w</kbd> {`${walker.talker} walks now`}
          </PrimaryButton>
          {hand.undo && (
            <QuietButton onPress={hand.undo}>
              <kbd>u</kbd> Undo
            </QuietButton>
          )}
          <Soft>
            Listen, and press “Dropped here” each time the sound breaks. Or tap the plan where it
            did.
          </Soft>
        </Row>
        {isOff && (
          <Notice kind="refused">{`That spot is more than ${metres(NEAR_M)} from “${walk.name}”. Nothing was added; choose another walk above, or tap nearer.`}</Notice>
        )}
        <FloorPlanChart
          plan={plan}
          label={`Plan: tap where ${walker.talker} dropped on “${walk.name}”`}
          selected={{ kind: "walk", id: walk.id }}
          marks={marks}
          markers={seen.points.map((p) => ({
            ...pointAlong(walk, p.atM),
            kind: p.sign === "dropped" ? ("drop" as const) : ("spot" as const),
            text: p.sign === "dropped" ? "" : seenPointWords(p, metres),
          }))}
          metres={metres}
          mostHeightPx={360}
          cursor="crosshair"
          onDown={({ at }) => {
            const near = nearestAlong(walk, at);
            setOff(near.offM > NEAR_M);
            if (near.offM <= NEAR_M) hand.change(withDrop(seen, near.atM));
          }}
        />
        <Told seen={seen} metres={metres} onChange={hand.change} />
        <Row>
          <MeterAt
            lengthM={lengthM}
            metres={metres}
            used={channel?.meterScale ?? null}
            receiver={walker.receiverLabel}
            onFigure={(atM, figure) =>
              hand.change({ ...seen, points: [...seen.points, { atM, sign: "meter", figure }] })
            }
          />
        </Row>
        <SwitchField
          isSelected={isHeld}
          onChange={(held) => hand.change({ ...seen, heldToM: held ? lengthM : null })}
        >
          it was listened to all the way, and held everywhere else
        </SwitchField>
        <Soft as="p">{SEEN_BY_WORDS}</Soft>
      </Stack>
    </section>
  );
}

const withDrop = (seen: SeenWalk, atM: number): SeenWalk => ({
  ...seen,
  points: [...seen.points, { atM, sign: "dropped" as const }].sort((a, b) => a.atM - b.atM),
});

/** Each thing that was told, to be taken away again. */
function Told({
  seen,
  metres,
  onChange,
}: {
  seen: SeenWalk;
  metres: (m: number) => string;
  onChange: (to: SeenWalk) => void;
}) {
  if (seen.points.length === 0) return null;
  return (
    <Row role="list" aria-label="What was told">
      {seen.points.map((p, i) => (
        <span key={`${i}.${p.atM}`} role="listitem">
          <Button
            aria-label={`Remove: ${seenPointWords(p, metres)}`}
            onPress={() => onChange({ ...seen, points: seen.points.filter((_, k) => k !== i) })}
          >
            {seenPointWords(p, metres)} <X aria-hidden />
          </Button>
        </span>
      ))}
    </Row>
  );
}

/** A figure of the meter somewhere along the walk, told afterwards. */
function MeterAt({
  lengthM,
  metres,
  used,
  receiver,
  onFigure,
}: {
  lengthM: number;
  metres: (m: number) => string;
  used: Parameters<typeof MeterFigureField>[0]["used"];
  receiver: string;
  onFigure: (
    atM: number,
    figure: Parameters<Parameters<typeof MeterFigureField>[0]["onFigure"]>[0],
  ) => void;
}) {
  const [typed, setTyped] = useState("");
  const [share, setShare] = useState(1);
  return (
    <Row>
      <MeterFigureField
        label={`${receiver} read`}
        hint="or its meter read"
        used={used}
        typed={typed}
        onType={setTyped}
        onFigure={(figure) => {
          onFigure(share * lengthM, figure);
          setTyped("");
        }}
      />
      <SliderField
        label="at"
        min={0}
        max={1}
        step={0.01}
        value={share}
        onChange={setShare}
        valueText={metres(share * lengthM)}
      />
    </Row>
  );
}

const DropButton = styled(PrimaryButton)`
  width: 100%;
  min-height: 96px;
  font-size: 22px;
  touch-action: manipulation;
`;
