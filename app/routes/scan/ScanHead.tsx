import type { DayView } from "~/server/services/day/dayView.server";
import {
  capital,
  count,
  formatAge,
  formatClock,
  formatRfLevel,
  formatSpan,
  listWords,
} from "~/contract/messages/format";
import { airHeadline, airSentences, elsewhereWords } from "~/contract/messages/scan";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { formatMhz } from "~/core/units/frequencyText";
import type { LiveScan } from "~/app/routes/shared/liveScan";
import type { spectrumOf } from "~/app/features/air/spectrumOf";
import { Answer, Sub } from "~/app/ui/Page/Page";
import { currentPlace } from "~/app/routes/shared/useDay";
import type { ReadReceiver } from "~/server/services/scan/unitScanView.server";
import type { ScanView } from "~/server/services/scan/scanView.server";

/** What is on the air here in one line, and what that was measured by. */
export function ScanHead({
  view,
  data: { air, law, quiet, elsewhere, measuredAt, screens },
  live,
  spectrum,
}: {
  view: DayView;
  data: ScanView;
  live: LiveScan;
  spectrum: ReturnType<typeof spectrumOf>;
}) {
  const here = currentPlace(view);
  const isRunning = live.status === "running";
  const isApart = air !== null && (air.highHz < spectrum.lowHz || air.lowHz > spectrum.highHz);
  return (
    <div>
      <Answer>
        {isRunning
          ? SCAN_TEXTS.scanning
          : !air
            ? toldHeadline(screens.receivers, here.name)
            : isApart
              ? SCAN_TEXTS.theScanCoversToOutside(formatMhz(air.lowHz), formatMhz(air.highHz))
              : airHeadline(law.open, quiet?.ranges ?? [], view.channels.length)}
      </Answer>
      <Sub>
        {isRunning
          ? SCAN_TEXTS.sweepTheirBlocks(
              listWords(live.labels) || SCAN_TEXTS.theReceivers,
              here.name,
            )
          : !air
            ? `${elsewhere ? `${elsewhereWords(elsewhere)} ` : ""}${view.rig.state === "none" ? SCAN_TEXTS.ownPacksOffAntennas : ""}`
            : SCAN_TEXTS.takenByFloor(
                measuredAt !== null && measuredAt !== here.name ? SCAN_TEXTS.at(measuredAt) : "",
                formatClock(air.takenAtMs),
                formatAge(view.nowMs - air.takenAtMs),
                air.source,
                formatRfLevel(air.noiseFloorDbm),
                formatSpan(air.stepHz),
                airSentences(
                  air,
                  spectrum,
                  view.stations.map((t) => t.channel),
                ),
              )}
      </Sub>
    </div>
  );
}

/** The answer where no sweep was read: what the receivers' own screens told, or that nothing was. */
function toldHeadline(receivers: readonly ReadReceiver[], place: string): string {
  const read = receivers.filter(
    (r, i) => r.atMs !== null && receivers.findIndex((x) => x.modelId === r.modelId) === i,
  );
  if (read.length === 0) return SCAN_TEXTS.nothingScannedYet(place);
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
    return SCAN_TEXTS.bankHasMostFree(best.id, best.count, best.members);
  return usable > 0
    ? SCAN_TEXTS.freeByTheReceiversOwn(capital(count(usable, "frequency", "frequencies")))
    : SCAN_TEXTS.theReceiversOwnScansLeave;
}
