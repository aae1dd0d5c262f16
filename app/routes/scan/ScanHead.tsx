import type { DayView } from "~/server/services/day/dayView.server";
import {
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
import type { ScanView } from "~/server/services/scan/scanView.server";

/** What is on the air here in one line, and what that was measured by. */
export function ScanHead({
  view,
  data: { air, law, quiet, elsewhere, measuredAt },
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
            ? `Nothing measured at the ${here.name.toLowerCase()} yet`
            : isApart
              ? `This scan covers ${formatMhz(air.lowHz)} to ${formatMhz(air.highHz)}: nothing your channels tune`
              : airHeadline(law.open, quiet?.stretches ?? [], view.channels.length)}
      </Answer>
      <Sub>
        {isRunning
          ? `${listWords(live.labels) || "The receivers"} step through their blocks at the ${here.name.toLowerCase()}.`
          : !air
            ? `${elsewhere ? `${elsewhereWords(elsewhere)} ` : ""}${view.rig.state === "none" ? "All own packs off, antennas on: scan with what you have, save the sweep, and read its file here." : ""}`
            : `Taken ${measuredAt !== null && measuredAt !== here.name ? `at the ${measuredAt.toLowerCase()}, ` : ""}${formatClock(air.takenAtMs)} (${formatAge(view.nowMs - air.takenAtMs)}) by ${air.source}. Floor ${formatDbm(air.noiseFloorDbm)} in ${formatSpan(air.stepHz)}. ${airSentences(
                air,
                spine,
                view.stations.map((t) => t.channel),
              )}`}
      </Sub>
    </div>
  );
}
