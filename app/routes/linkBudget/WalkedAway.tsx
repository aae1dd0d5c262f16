import { useState } from "react";
import { LINK_BUDGET_TEXTS } from "~/contract/messages/screens/linkBudget";
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
    <section aria-label={LINK_BUDGET_TEXTS.walk}>
      <Heading as="h3">{LINK_BUDGET_TEXTS.walk}</Heading>
      <Stack $gapPx={8}>
        <Soft as="p">{LINK_BUDGET_TEXTS.walksAwayWithThePack(channel.talker)}</Soft>
        <Row>
          <NumberField
            label={LINK_BUDGET_TEXTS.walked}
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
            {LINK_BUDGET_TEXTS.noDropoutAllTheWay}
          </SwitchField>
          <SwitchField
            isSelected={hasDropped === true}
            onChange={(dropped) => setDropped(dropped ? true : null)}
          >
            {LINK_BUDGET_TEXTS.firstDropoutThere}
          </SwitchField>
        </Row>
        <Row>
          <MeterFigureField
            label={LINK_BUDGET_TEXTS.readThere(channel.receiverLabel)}
            hint={
              figure
                ? LINK_BUDGET_TEXTS.itsMeterReadThere(meterFigureText(figure))
                : LINK_BUDGET_TEXTS.itsMeterReadThereEnter
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
              hasDropped === null && figure === null ? LINK_BUDGET_TEXTS.sayWhetherItDropped : null
            }
            onPress={() => onKeep(walk)}
          >
            {LINK_BUDGET_TEXTS.saveTheWalk}
          </Button>
          <Soft>{hasDropped ? LINK_BUDGET_TEXTS.droppedAtTheDayShows(metres(toM)) : ""}</Soft>
        </Row>
      </Stack>
    </section>
  );
}
