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
import { WALK_KEYS } from "~/contract/messages/keys";
import { WALK_TEST_TEXTS } from "~/contract/messages/screens/walkTest";
import { useDay } from "~/app/routes/shared/useDay";
import { useCommands } from "~/app/features/commands/commandStore";
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
  useCommands(
    walking
      ? [
          { label: WALK_KEYS.dropped, key: "d", run: drop },
          { label: WALK_KEYS.end, key: "e", run: hand.end },
        ]
      : [
          { label: WALK_KEYS.begin, key: "w", run: hand.start },
          ...(hand.undo ? [{ label: WALK_KEYS.undo, key: "u", run: hand.undo }] : []),
        ],
  );
  if (walking)
    return (
      <section aria-label={WALK_TEST_TEXTS.byHand2}>
        <Heading>{WALK_TEST_TEXTS.walks(walker.talker, walk.name)}</Heading>
        <Stack $gapPx={10}>
          <DropButton onPress={drop}>
            <kbd>d</kbd> {WALK_TEST_TEXTS.droppedHere}
          </DropButton>
          <Row>
            <Figure aria-live="off">{`${walking.seconds} s`}</Figure>
            <span role="status">
              {walking.drops === 0
                ? WALK_TEST_TEXTS.noDropoutSoFar
                : WALK_TEST_TEXTS.soFar(
                    walking.drops,
                    walking.drops === 1 ? "dropout" : "dropouts",
                  )}
            </span>
          </Row>
          <MeterFigureField
            label={WALK_TEST_TEXTS.reads(walker.receiverLabel)}
            hint={WALK_TEST_TEXTS.itsMeterReads}
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
              <kbd>e</kbd> {WALK_TEST_TEXTS.atTheEndOkEverywhere}
            </Button>
            <QuietButton onPress={hand.giveUp}>{WALK_TEST_TEXTS.stopWithoutSaving}</QuietButton>
          </Row>
          <Notice kind="caution">{WALK_TEST_TEXTS.watchTheGroundNot}</Notice>
        </Stack>
      </section>
    );
  const lengthM = walkLengthM(walk);
  const isHeld = seen.heldToM !== null;
  return (
    <section aria-label={WALK_TEST_TEXTS.byHand2}>
      <Heading>{WALK_TEST_TEXTS.byHand2}</Heading>
      <Stack $gapPx={8}>
        <Row>
          <PrimaryButton onPress={hand.start}>
            <kbd>w</kbd> {WALK_TEST_TEXTS.walksNow(walker.talker)}
          </PrimaryButton>
          {hand.undo && (
            <QuietButton onPress={hand.undo}>
              <kbd>u</kbd> {WALK_TEST_TEXTS.undo}
            </QuietButton>
          )}
          <Soft>{WALK_TEST_TEXTS.listenAndPressDroppedHere}</Soft>
        </Row>
        {isOff && (
          <Notice kind="refused">
            {WALK_TEST_TEXTS.thatSpotIsMoreThan(metres(NEAR_M), walk.name)}
          </Notice>
        )}
        <FloorPlanChart
          plan={plan}
          label={WALK_TEST_TEXTS.planTapWhereDropped(walker.talker, walk.name)}
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
          {WALK_TEST_TEXTS.listenedToAllTheWay}
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
    <Row role="list" aria-label={WALK_TEST_TEXTS.markedSoFar}>
      {seen.points.map((p, i) => (
        <span key={`${i}.${p.atM}`} role="listitem">
          <Button
            aria-label={WALK_TEST_TEXTS.remove(seenPointWords(p, metres))}
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
        label={WALK_TEST_TEXTS.read(receiver)}
        hint={WALK_TEST_TEXTS.orItsMeterRead}
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
  font-size: var(--head);
  touch-action: manipulation;
`;
