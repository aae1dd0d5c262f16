import type { DayView } from "~/server/services/day/dayView.server";
import { capital, count, formatClock, formatDuration, listWords } from "~/contract/messages/format";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { scanGoodForMs } from "~/core/channel/channelState";
import type { RescanRule } from "~/core/channel/facts";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";
import type { ScanIntent } from "./intents";
import type { ScanView } from "~/server/services/scan/scanView.server";

const RESCAN: { id: RescanRule; label: string; detail: string }[] = [
  {
    id: "each-move",
    label: SCAN_TEXTS.atEachMove,
    detail: SCAN_TEXTS.andInsideOrOutsideAgain,
  },
  {
    id: "daily",
    label: SCAN_TEXTS.onceADay,
    detail: SCAN_TEXTS.oneScanCountsEverywhereNew,
  },
];
const goodFor = (rule: RescanRule, ageMs: number): string => {
  const leftMs = scanGoodForMs(rule) - ageMs;
  return leftMs > 0
    ? SCAN_TEXTS.thisOneCountsForMore(formatDuration(leftMs))
    : SCAN_TEXTS.thisOneIsTooOld;
};

/** The scan as files. */
export function SaveScan({ dayId, sweepId }: { dayId: number; sweepId: number }) {
  const base = `/day/${dayId}/scans/${sweepId}`;
  return (
    <p>
      <Soft>{SCAN_TEXTS.saveThisScan} </Soft>
      <a href={`${base}/columns.csv`} download>
        {SCAN_TEXTS.columns}
      </a>
      ,{" "}
      <a href={`${base}/rows.csv`} download>
        {SCAN_TEXTS.rows}
      </a>
      ,{" "}
      <a href={`${base}/json`} download>
        {SCAN_TEXTS.json}
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
        <Soft as="p">
          {SCAN_TEXTS.hereTodayTheNewestCounts(
            capital(count(view.sweepsHere.length, "scan")),
            listWords(
              view.sweepsHere
                .slice(0, -1)
                .slice(-3)
                .map((s) => SCAN_TEXTS.byWith(formatClock(s.takenAtMs), s.source)),
            ),
          )}
        </Soft>
      )}
      <Row>
        <SelectField
          label={SCAN_TEXTS.scanAgain}
          value={view.day.rescan}
          onChange={(rule) => send({ intent: "rescan", rule })}
          choices={RESCAN}
        />
        {air && <Soft>{goodFor(view.day.rescan, view.nowMs - air.takenAtMs)}</Soft>}
      </Row>
    </>
  );
}
