import type { DayView } from "~/server/services/day/dayView.server";
import { capital, count, formatClock, formatDuration, listWords } from "~/contract/messages/format";
import { scanGoodForMs } from "~/core/channel/channelState";
import type { RescanRule } from "~/core/channel/facts";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";
import type { ScanIntent } from "./intents";
import type { ScanView } from "~/server/services/scan/scanView.server";

const RESCAN: { id: RescanRule; label: string; detail: string }[] = [
  {
    id: "each-move",
    label: "at each move",
    detail: "and on the other side of a door; after four hours again",
  },
  {
    id: "daily",
    label: "once a day",
    detail: "one scan counts wherever the unit goes: newcomers are found late",
  },
];
const goodFor = (rule: RescanRule, ageMs: number): string => {
  const leftMs = scanGoodForMs(rule) - ageMs;
  return leftMs > 0
    ? `This one answers for ${formatDuration(leftMs)} more.`
    : "This one is too old: others come and go.";
};

/** The scan as files. */
export function SaveScan({ dayId, sweepId }: { dayId: number; sweepId: number }) {
  const base = `/day/${dayId}/scans/${sweepId}`;
  return (
    <p>
      <Soft>Save this scan: </Soft>
      <a href={`${base}/columns.csv`} download>
        columns
      </a>
      ,{" "}
      <a href={`${base}/rows.csv`} download>
        rows
      </a>
      ,{" "}
      <a href={`${base}/json`} download>
        JSON
      </a>
    </p>
  );
}

/** The scans before this one, and how long this one answers. */
export function ScanAge({
  view,
  air,
  send,
}: {
  view: DayView;
  air: ScanView["air"];
  send: (intent: ScanIntent) => void;
}) {
  return (
    <>
      {view.sweepsHere.length > 1 && (
        <Soft as="p">{`${capital(count(view.sweepsHere.length, "scan"))} here today; the newest counts. Before it: ${listWords(
          view.sweepsHere
            .slice(0, -1)
            .slice(-3)
            .map((s) => `${formatClock(s.takenAtMs)} by ${s.source}`),
        )}.`}</Soft>
      )}
      <Row>
        <SelectField
          label="When a new scan is due"
          value={view.day.rescan}
          onChange={(rule) => send({ intent: "rescan", rule })}
          choices={RESCAN}
        />
        {air && <Soft>{goodFor(view.day.rescan, view.nowMs - air.takenAtMs)}</Soft>}
      </Row>
    </>
  );
}
