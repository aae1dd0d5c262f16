import { useState } from "react";
import {
  BATTERY,
  BATTERY_POLICIES,
  BATTERY_TEMPERATURES,
  PACKS_ON,
} from "~/contract/messages/battery";
import { formatClock } from "~/contract/messages/format";
import { ROOM_C } from "~/core/battery/discharge";
import { parseClockText } from "~/core/units/clockText";
import type { BatteriesView } from "~/server/services/day/batteries.server";
import { CheckField, NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";

/** By which rule batteries are changed. */
export function BatteryRules({
  rule,
  onRule,
}: {
  rule: BatteriesView["rule"];
  onRule: (change: Partial<BatteriesView["rule"]>) => void;
}) {
  return (
    <Row>
      <SelectField
        label={BATTERY.policy}
        value={rule.policy}
        onChange={(policy) => onRule({ policy })}
        choices={BATTERY_POLICIES}
      />
      <SelectField
        label={BATTERY.packsOn}
        value={rule.packsOn}
        onChange={(packsOn) => onRule({ packsOn })}
        choices={PACKS_ON}
      />
      <SelectField
        label={BATTERY.temperature}
        value={rule.temperatureC ?? ROOM_C}
        onChange={(temperatureC) => onRule({ temperatureC })}
        choices={BATTERY_TEMPERATURES}
      />
      <NumberField
        label={BATTERY.reserve}
        unit="h"
        value={rule.reserveHours}
        min={0}
        max={6}
        step={0.25}
        onChange={(reserveHours) => onRule({ reserveHours })}
      />
      <ShootHours shoot={rule.shoot} onChange={(shoot) => onRule({ shoot })} />
      <CheckField
        isSelected={rule.isNewForOnce ?? false}
        onChange={(isNewForOnce) => onRule({ isNewForOnce })}
      >
        {BATTERY.newForOnce}
      </CheckField>
      <Breaks breaks={rule.breaks} onChange={(breaks) => onRule({ breaks })} />
    </Row>
  );
}

/** When the shoot runs, where no scenes say it. */
function ShootHours({
  shoot,
  onChange,
}: {
  shoot: { startMs: number; endMs: number } | undefined;
  onChange: (shoot: { startMs: number; endMs: number }) => void;
}) {
  const standing = shoot ? `${formatClock(shoot.startMs)}–${formatClock(shoot.endMs)}` : "";
  const [text, setText] = useState(standing);
  const [from, to] = text.split(/[–-]/).map((c) => parseClockText(c.trim()));
  const read =
    from?.ok && to?.ok
      ? {
          startMs: from.value,
          endMs: to.value > from.value ? to.value : to.value + 86_400_000,
        }
      : null;
  return (
    <TextField
      label={BATTERY.shootHours}
      value={text}
      onChange={setText}
      onCommit={() => read && text !== standing && onChange(read)}
      placeholder="08:00–18:00"
      widthCh={12}
      error={text !== "" && !read ? BATTERY.shootHint : null}
    />
  );
}

/** Breaks that the scenes do not show, typed as people write them. */
function Breaks({
  breaks,
  onChange,
}: {
  breaks: readonly { startMs: number; endMs: number }[];
  onChange: (breaks: { startMs: number; endMs: number }[]) => void;
}) {
  const standing = breaks
    .map((b) => `${formatClock(b.startMs)}–${formatClock(b.endMs)}`)
    .join(", ");
  const [text, setText] = useState(standing);
  const [seen, setSeen] = useState(standing);
  if (seen !== standing) {
    setSeen(standing);
    setText(standing);
  }
  const parts = text
    .split(/[,;]/)
    .map((t) => t.trim())
    .filter((t) => t !== "");
  const read = parts.map((t) => {
    const [from, to] = t.split(/[–-]/).map((c) => parseClockText(c));
    if (!from?.ok || !to?.ok) return null;
    // over midnight
    return { startMs: from.value, endMs: to.value > from.value ? to.value : to.value + 86_400_000 };
  });
  const bad = read.some((r) => r === null);
  return (
    <TextField
      label={BATTERY.breaks}
      value={text}
      onChange={setText}
      onCommit={() =>
        !bad && text !== standing && onChange(read as { startMs: number; endMs: number }[])
      }
      placeholder="12:30–13:30"
      widthCh={18}
      error={bad ? BATTERY.breaksHint : null}
    />
  );
}
