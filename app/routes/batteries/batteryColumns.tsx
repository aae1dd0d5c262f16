import styled from "styled-components";
import {
  switchLabel,
  BATTERY,
  batteryStateWords,
  changesWords,
  leftWords,
} from "~/contract/messages/battery";
import { formatClock } from "~/contract/messages/format";
import { hoursAlong } from "~/core/schedule/batteryChanges";
import { defined } from "~/core/units/items";
import type { BatteriesView } from "~/server/services/day/batteries.server";
import { BatteryHoursChart } from "~/app/charts/batteries/BatteryHoursChart";
import type { ChannelColumn } from "~/app/features/channelTable/ChannelTable";
import { StateCell } from "~/app/features/channelTable/StateCell";

/** One channel with its pack's batteries and their plan. */
export type BatteryRow = BatteriesView["rows"][number] & {
  id: number;
  pack: BatteriesView["cells"]["packs"][number];
};

export const batteryRows = ({ rows, cells }: BatteriesView): BatteryRow[] =>
  cells.packs.map((pack) => {
    const row = defined(rows.find((r) => r.packKey === pack.packKey));
    return { ...row, id: row.channelId, pack };
  });

/** The hours of one pack along the day. */
export function BatteryChart({
  row,
  view,
  nowMs,
  heightPx,
  hasAxis,
}: {
  row: BatteryRow;
  view: BatteriesView;
  nowMs: number;
  heightPx: number;
  hasAxis: boolean;
}) {
  const { pack } = row;
  return (
    <BatteryHoursChart
      line={{
        points: hoursAlong(pack, nowMs),
        needs: pack.needs,
        changesMs: pack.changes.map((c) => c.atMs),
        hours: pack.power.hours,
        shortMs: pack.violations.map((v) => v.atMs),
      }}
      fromMs={view.fromMs}
      toMs={view.toMs}
      nowMs={nowMs}
      breaks={view.cells.breaks}
      reserveHours={view.rule.reserveHours}
      clock={formatClock}
      heightPx={heightPx}
      hasAxis={hasAxis}
      label={`${row.talker}: ${leftWords(pack)}; ${changesWords(pack.changes)}`}
    />
  );
}

/** So high a chart in a row is. */
const ROW_CHART_PX = 28;

export const batteryColumns = (
  view: BatteriesView,
  nowMs: number,
  onSwitch: (row: BatteryRow) => void,
): ChannelColumn<BatteryRow>[] => [
  {
    id: "on",
    heading: BATTERY.on,
    isTight: true,
    worth: (r) => Number(!r.isOn),
    cell: (r) => (
      <OnOff
        type="button"
        tabIndex={-1}
        data-on={r.isOn || undefined}
        aria-label={switchLabel(r.packLabel, r.isOn)}
        onClick={(event) => {
          event.stopPropagation();
          onSwitch(r);
        }}
      >
        {r.isOn ? BATTERY.isOn : BATTERY.isOff}
      </OnOff>
    ),
  },
  {
    id: "left",
    heading: BATTERY.left,
    isFigure: true,
    onPhone: true,
    worth: (r) => r.pack.power.left?.hours ?? -1,
    cell: (r) => leftWords(r.pack),
  },
  {
    id: "day",
    heading: BATTERY.day,
    isWidest: true,
    cell: (r) => (
      <BatteryChart row={r} view={view} nowMs={nowMs} heightPx={ROW_CHART_PX} hasAxis={false} />
    ),
  },
  {
    id: "change",
    heading: BATTERY.change,
    isFigure: true,
    worth: (r) => r.pack.changes[0]?.atMs ?? Infinity,
    cell: (r) => {
      const [next] = r.pack.changes;
      return next ? formatClock(next.atMs) : "–";
    },
  },
  {
    id: "state",
    heading: BATTERY.state,
    onPhone: true,
    worth: (r) => ["problem", "stale", "todo", "done"].indexOf(batteryStateWords(r.pack).status),
    cell: (r) => <StateCell words={batteryStateWords(r.pack)} />,
  },
];

const OnOff = styled.button`
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  min-width: 40px;
  min-height: 24px;
  cursor: pointer;
  color: var(--soft);
  &[data-on] {
    color: var(--good);
    border-color: var(--good);
    font-weight: 700;
  }
  @media (pointer: coarse) {
    min-height: 40px;
    min-width: 48px;
  }
`;
