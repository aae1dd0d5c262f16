import styled from "styled-components";
import { memo, useMemo, useState } from "react";
import type { AirView, LawView, TraceView } from "~/contract/schemas/airView";
import { count } from "~/contract/messages/format";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { formatMhz } from "~/core/units/frequencyText";
import type { FrequencyRange } from "~/core/regulations/region";
import { cropHistory } from "~/app/charts/history/cropHistory";
import { HistoryChart } from "~/app/charts/history/HistoryChart";
import { SpectrumChart } from "~/app/charts/spectrum/SpectrumChart";
import type { SpectrumTrace } from "~/app/charts/spectrum/spectrumLayout";
import { airOf, limitLine, traceOf } from "~/app/features/air/spectrumOf";
import { useFullPicture } from "~/app/features/air/useFullPicture";
import { useSpectrumView } from "~/app/features/air/useSpectrumView";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";

interface ScanSpectrumProps {
  spectrum: FrequencyRange;
  air: AirView | null;
  law: LawView;
  /** A scan that runs now, drawn as delivered in; null when none does. */
  live: SpectrumTrace[] | null;
  /** Another scan to hold it against. */
  line: TraceView | null;
  place: string;
  onLooked: (view: FrequencyRange | null) => void;
  /** The noise limit was dragged there; null: it cannot be. */
  onLimit: ((channelDbm: number) => void) | null;
}

type Shown = "highest" | "mean" | "middle" | "ninth";
const OVER_TIME = { mean: "meanDbm", middle: "medianDbm", ninth: "highDbm" } as const;
const SHOWN: { id: Shown; label: string; detail: string }[] = [
  { id: "mean", label: SCAN_TEXTS.meanOfPower, detail: SCAN_TEXTS.usedForNoise },
  {
    id: "highest",
    label: SCAN_TEXTS.highestOfAllPasses,
    detail: SCAN_TEXTS.everythingThatWasEverThere,
  },
  { id: "ninth", label: SCAN_TEXTS.nineInTenPasses, detail: SCAN_TEXTS.onePassInTen },
  { id: "middle", label: "median", detail: SCAN_TEXTS.thereHalfTheTime },
];
const ANY_STEP_HZ = 25_000;

/**
 * The spectrum of the scan and, of several passes, their history under it on the same axis. What is
 * looked at is its own affair, so that a drag redraws nothing else.
 */
export const ScanSpectrum = memo(function ScanSpectrum({
  spectrum,
  air,
  law,
  live,
  line,
  place,
  onLooked,
  onLimit,
}: ScanSpectrumProps) {
  const { view, setView } = useSpectrumView(spectrum, onLooked);
  const [shown, setShown] = useState<Shown>("mean");
  const full = useFullPicture();
  const picture = useMemo(() => {
    const levels = shown === "highest" ? null : (air?.overTime?.[OVER_TIME[shown]] ?? null);
    const base = airOf(spectrum, air && levels ? { ...air, maxDbm: levels } : air, law, live);
    return {
      ...base,
      other: !live && line ? traceOf(line) : null,
      limit: air || live ? limitLine(law.maxNoiseDbm, air?.stepHz ?? ANY_STEP_HZ) : null,
    };
  }, [spectrum, air, law, live, line, shown]);
  const history = useMemo(
    () => (air?.overTime ? cropHistory(air.overTime.history, view ?? spectrum) : null),
    [air, spectrum, view],
  );
  const others = air?.carriers.filter((c) => c.own === null && !c.isSpur).length ?? 0;
  const came = air?.carriers
    .filter((c) => c.occupancy < 0.95)
    .map((c) =>
      SCAN_TEXTS.wasOnOfTheTime(
        formatMhz(Math.round(c.frequencyHz / 5000) * 5000),
        Math.round(c.occupancy * 100),
      ),
    )
    .join(", ");
  return (
    <>
      <Fill>
        <SpectrumChart
          data={picture}
          view={view}
          onView={setView}
          {...(air && onLimit ? { onLimit } : {})}
          rootsPx={0}
          {...full}
          label={
            air
              ? SCAN_TEXTS.spectrumOfTheToMhz(
                  place,
                  formatMhz(spectrum.lowHz),
                  formatMhz(spectrum.highHz),
                  law.taken.map((t) => t.reason).join(", "),
                  others,
                )
              : SCAN_TEXTS.nothingMeasuredYetTvChannels
          }
        />
      </Fill>
      {history && !live && (
        <section>
          <HistoryChart
            history={history}
            label={SCAN_TEXTS.oldestFirst(
              count(history.rows.length, "pass", "passes"),
              came || SCAN_TEXTS.nothingAppearedOrLeft,
            )}
          />
          <Row style={{ alignItems: "center", marginTop: 6 }}>
            <SelectField
              label={SCAN_TEXTS.whatThePictureShows}
              isLabelHidden
              value={shown}
              onChange={setShown}
              choices={SHOWN}
            />
            <Soft>
              {SCAN_TEXTS.oldestAtTheTopDark(count(history.rows.length, "pass", "passes"))}
            </Soft>
          </Row>
        </section>
      )}
    </>
  );
});

/** The answer and what a scan needs stand above the picture, a line of its own below. */
const AROUND_PX = 360;
const Fill = styled.div`
  display: flex;
  flex-direction: column;
  height: max(340px, calc(100dvh - ${AROUND_PX}px));
`;
