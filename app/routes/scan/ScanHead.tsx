import type { DayView } from "~/server/services/day/dayView.server";
import {
  capital,
  count,
  formatAge,
  formatClock,
  formatDbm,
  formatSpan,
  listWords,
} from "~/contract/messages/format";
import { airHeadline, airSentences, elsewhereWords } from "~/contract/messages/scan";
import { formatMhz } from "~/core/units/frequencyText";
import type { LiveScan } from "~/app/routes/shared/liveScan";
import type { spineOf } from "~/app/features/air/spectrumOf";
import { Answer, Sub } from "~/app/ui/Page/Page";
import { currentPlace } from "~/app/routes/shared/useDay";
import type { ReadReceiver } from "~/server/services/scan/unitScanView.server";
import type { ScanView } from "~/server/services/scan/scanView.server";

/** What is on the air here in one line, and what that was measured by. */
export function ScanHead({
  view,
  data: { air, law, quiet, elsewhere, measuredAt, screens },
  live,
  spine,
}: {
  view: DayView;
  data: ScanView;
  live: LiveScan;
  spine: ReturnType<typeof spineOf>;
}) {
  const here = currentPlace(view);
  const isRunning = live.status === "running";
  const isApart = air !== null && (air.highHz < spine.lowHz || air.lowHz > spine.highHz);
  return (
    <div>
      <Answer>
        {isRunning
          ? "Scanning"
          : !air
            ? toldHeadline(screens.receivers, here.name)
            : isApart
              ? `This scan covers ${formatMhz(air.lowHz)} to ${formatMhz(air.highHz)}: nothing your channels tune`
              : airHeadline(law.open, quiet?.stretches ?? [], view.channels.length)}
      </Answer>
      <Sub>
        {isRunning
          ? `${listWords(live.labels) || "The receivers"} step through their blocks at the ${here.name.toLowerCase()}.`
          : !air
            ? `${elsewhere ? `${elsewhereWords(elsewhere)} ` : ""}${view.rig.state === "none" ? "Own packs off, antennas on. Import a sweep file, or type what the receiver’s own screen shows." : ""}`
            : `Taken ${measuredAt !== null && measuredAt !== here.name ? `at the ${measuredAt.toLowerCase()}, ` : ""}${formatClock(air.takenAtMs)} (${formatAge(view.nowMs - air.takenAtMs)}) by ${air.source}. Floor ${formatDbm(air.noiseFloorDbm)} in ${formatSpan(air.stepHz)}. ${airSentences(
                air,
                spine,
                view.stations.map((t) => t.channel),
              )}`}
      </Sub>
    </div>
  );
}

/** The answer where no sweep was read: what the receivers' own screens told, or that nothing was. */
function toldHeadline(receivers: readonly ReadReceiver[], place: string): string {
  const read = receivers.filter(
    (r, i) => r.atMs !== null && receivers.findIndex((x) => x.modelId === r.modelId) === i,
  );
  if (read.length === 0) return `Nothing scanned at the ${place.toLowerCase()} yet`;
  const usable = read.reduce((n, r) => n + r.usable, 0);
  const best = read
    .flatMap((r) => r.banks)
    .reduce<{ id: string; count: number; members: number } | null>(
      (most, b) =>
        b.count !== null && b.count > (most?.count ?? 0)
          ? { id: b.id, count: b.count, members: b.members.length }
          : most,
      null,
    );
  if (best && best.count > usable)
    return `Bank ${best.id} has most free: ${best.count} of ${best.members}`;
  return usable > 0
    ? `${capital(count(usable, "frequency", "frequencies"))} free by the receivers’ own scans`
    : "The receivers’ own scans leave nothing free";
}
