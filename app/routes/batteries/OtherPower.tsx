import styled from "styled-components";
import { useState } from "react";
import {
  BATTERY,
  batteryStateWords,
  changesWords,
  failsWords,
  leftWords,
  newInLabel,
  switchLabel,
  unpoweredWords,
} from "~/contract/messages/battery";
import type { Chemistry } from "~/core/battery/discharge";
import type { BatteriesView, PoweredRow } from "~/server/services/day/batteries.server";
import { StateCell } from "~/app/features/channelTable/StateCell";
import { CartOnly } from "~/app/routes/shared/CartOnly";
import { useDay } from "~/app/routes/shared/useDay";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { CheckField, NumberField, TextField } from "~/app/ui/Field/Field";
import { Figure, Heading, Row, Soft, Stack, Table } from "~/app/ui/Page/Page";
import type { BatteryIntent } from "./intents";

interface OtherPowerProps {
  view: BatteriesView;
  isBusy: boolean;
  send: (intent: BatteryIntent) => void;
}

/** Receivers with batteries of their own, and the supplies that power the others. */
export function OtherPower({ view, isBusy, send }: OtherPowerProps) {
  const { others, unpowered, supplies, kitVersion } = view;
  if (others.length === 0 && unpowered.length === 0) return null;
  const remove = (row: PoweredRow) =>
    send({
      intent: "supplies",
      supplies: supplies.filter((s) => s.id !== row.key),
      expectedVersion: kitVersion,
    });
  return (
    <section aria-label={BATTERY.others}>
      <Heading>{BATTERY.others}</Heading>
      {unpowered.length > 0 && <Soft as="p">{unpoweredWords(unpowered)}</Soft>}
      {others.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>{BATTERY.unit}</th>
              <th>{BATTERY.fails}</th>
              <th>{BATTERY.left}</th>
              <th>{BATTERY.change}</th>
              <th>{BATTERY.state}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {others.map((o) => (
              <tr key={o.key}>
                <th scope="row">
                  {o.label} <Soft>{BATTERY[o.what]}</Soft>
                </th>
                <td data-label={BATTERY.fails}>{failsWords(o.talkers)}</td>
                <td data-label={BATTERY.left}>
                  <Figure>{leftWords(o.plan)}</Figure>
                </td>
                <td data-label={BATTERY.change}>{changesWords(o.plan.changes)}</td>
                <td data-label={BATTERY.state}>
                  <StateCell words={batteryStateWords(o.plan)} />
                </td>
                <td data-wide>
                  <Row>
                    <Button
                      isDisabled={isBusy}
                      aria-label={switchLabel(o.label, o.plan.power.run.isOn)}
                      onPress={() =>
                        send({ intent: "switch", keys: [o.key], isOn: !o.plan.power.run.isOn })
                      }
                    >
                      {o.plan.power.run.isOn ? BATTERY.isOn : BATTERY.isOff}
                    </Button>
                    <Button
                      isDisabled={isBusy}
                      aria-label={newInLabel(wordsOf(o), o.label)}
                      onPress={() =>
                        send({
                          intent: "fresh",
                          packKey: o.key,
                          chemistry: (o.chemistries[0] ?? "alkaline") as Exclude<
                            Chemistry,
                            "zinc-carbon"
                          >,
                        })
                      }
                    >
                      {wordsOf(o)}
                    </Button>
                    {o.lamps.map((l) => (
                      <Button
                        key={l.shows}
                        isDisabled={isBusy}
                        onPress={() => send({ intent: "lamp", key: o.key, shows: l.shows })}
                      >
                        {l.shows}
                      </Button>
                    ))}
                    {o.what === "supply" && (
                      <CartOnly>
                        <QuietButton isDisabled={isBusy} onPress={() => remove(o)}>
                          {BATTERY.remove}
                        </QuietButton>
                      </CartOnly>
                    )}
                  </Row>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <CartOnly>
        <NewSupply view={view} isBusy={isBusy} send={send} />
      </CartOnly>
    </section>
  );
}

const wordsOf = (o: PoweredRow): string =>
  o.chemistries[0] === "li-ion" ? BATTERY.charged : BATTERY.newIn;

/** What powers receivers that have no batteries: how long it lasts, and which they are. */
function NewSupply({ view, isBusy, send }: OtherPowerProps) {
  const day = useDay();
  const taken = new Set(view.supplies.flatMap((s) => s.feeds));
  const free = day.receivers.filter((r) => !taken.has(r.key));
  const [label, setLabel] = useState<string>(BATTERY.bagBattery);
  const [hours, setHours] = useState(6);
  const [feeds, setFeeds] = useState<string[] | null>(null);
  const chosen = feeds ?? free.map((r) => r.key);
  if (free.length === 0) return null;
  return (
    <Stack $gapPx={8}>
      <Row style={{ alignItems: "end" }}>
        <TextField label={BATTERY.supplyName} value={label} onChange={setLabel} widthCh={16} />
        <NumberField
          label={BATTERY.supplyHours}
          unit="h"
          min={0.5}
          max={100}
          step={0.5}
          value={hours}
          onChange={setHours}
        />
        <Button
          isDisabled={isBusy || label.trim() === "" || chosen.length === 0}
          onPress={() => {
            send({
              intent: "supplies",
              expectedVersion: view.kitVersion,
              supplies: [
                ...view.supplies,
                {
                  id: `supply-${view.supplies.length + 1}-${view.kitVersion}`,
                  label: label.trim(),
                  kind: "bag",
                  cell: { kind: "internal", perPack: 1, hours },
                  feeds: chosen,
                },
              ],
            });
            setFeeds(null);
          }}
        >
          {BATTERY.addASupply}
        </Button>
      </Row>
      <Checks role="group" aria-label={BATTERY.powers}>
        <Soft>{BATTERY.powers}</Soft>
        {free.map((r) => (
          <CheckField
            key={r.key}
            isSelected={chosen.includes(r.key)}
            onChange={(isOn) =>
              setFeeds(isOn ? [...chosen, r.key] : chosen.filter((k) => k !== r.key))
            }
          >
            {r.label}
          </CheckField>
        ))}
      </Checks>
    </Stack>
  );
}

const Checks = styled(Row)`
  > label {
    flex: none;
  }
`;
