import { useState } from "react";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { meterFigureText, type MeterFigure } from "~/core/devices/meterFigure";
import type { SeenWalk } from "~/core/location/seenWalk";
import { useLengths } from "~/app/routes/shared/useLengths";
import { MeterFigureField } from "~/app/features/channel/MeterFigureField";
import { Button } from "~/app/ui/Button/Button";
import { NumberField, SwitchField } from "~/app/ui/Field/Field";
import { Heading, Row, Soft, Stack } from "~/app/ui/Page/Page";

interface WalkedAwayProps {
  channel: ChannelView;
  isBusy: boolean;
  onKeep: (walk: SeenWalk) => void;
}

const FARTHEST_M = 500;

/**
 * A walk away from the receiver, told by whoever listened: how far it held, where it dropped, what
 * the meter read. No plan is needed.
 */
export function WalkedAway({ channel, isBusy, onKeep }: WalkedAwayProps) {
  const { unit, shown, taken, metres } = useLengths();
  const [toM, setToM] = useState(20);
  const [hasDropped, setDropped] = useState<boolean | null>(null);
  const [typed, setTyped] = useState("");
  const [figure, setFigure] = useState<MeterFigure | null>(null);
  const walk: SeenWalk = {
    points: [
      ...(hasDropped === true ? [{ atM: toM, sign: "dropped" as const }] : []),
      ...(figure ? [{ atM: toM, sign: "meter" as const, figure }] : []),
    ],
    heldToM: hasDropped === null ? null : toM,
  };
  return (
    <section aria-label="Walk it">
      <Heading as="h3">Walk it</Heading>
      <Stack $gapPx={8}>
        <Soft as="p">{`${channel.talker} walks away with the pack as it is worn and speaks without a pause; say each distance.`}</Soft>
        <Row>
          <NumberField
            label="Walked to"
            unit={unit}
            min={shown(1)}
            max={shown(FARTHEST_M)}
            step={1}
            value={shown(toM)}
            onChange={(v) => setToM(taken(v))}
          />
          <SwitchField
            isSelected={hasDropped === false}
            onChange={(held) => setDropped(held ? false : null)}
          >
            it held all the way
          </SwitchField>
          <SwitchField
            isSelected={hasDropped === true}
            onChange={(dropped) => setDropped(dropped ? true : null)}
          >
            it dropped there first
          </SwitchField>
        </Row>
        <Row>
          <MeterFigureField
            label={`${channel.receiverLabel} read there`}
            hint={
              figure
                ? `its meter read ${meterFigureText(figure)} there`
                : "its meter read there (Enter)"
            }
            used={channel.meterScale}
            typed={typed}
            onType={setTyped}
            onFigure={(read) => {
              setFigure(read);
              setTyped("");
            }}
          />
        </Row>
        <Row>
          <Button
            isDisabled={isBusy}
            why={
              hasDropped === null && figure === null
                ? "Say whether it held or dropped, or what the meter read."
                : null
            }
            onPress={() => onKeep(walk)}
          >
            Keep what was walked
          </Button>
          <Soft>
            {hasDropped
              ? `Dropped at ${metres(toM)}: this stands on the day until it is walked again.`
              : ""}
          </Soft>
        </Row>
      </Stack>
    </section>
  );
}
