import { memo, useMemo, useState } from "react";
import type { AirView, LawView, TraceView } from "~/contract/schemas/airView";
import { count } from "~/contract/messages/format";
import { formatMhz } from "~/core/units/frequencyText";
import type { FrequencyRange } from "~/core/regulations/region";
import { cropHistory } from "~/app/charts/history/cropHistory";
import { HistoryChart } from "~/app/charts/history/HistoryChart";
import { SpectrumChart } from "~/app/charts/spectrum/SpectrumChart";
import type { SpectrumTrace } from "~/app/charts/spectrum/spectrumLayout";
import { airOf, limitLine, traceOf } from "~/app/features/air/spectrumOf";
import { useSpineView } from "~/app/features/air/useSpineView";
import { SelectField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";

interface ScanSpineProps {
  spine: FrequencyRange;
  air: AirView | null;
  law: LawView;
  /** A scan that runs now, drawn as it comes in; null when none does. */
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
  { id: "mean", label: "mean of power", detail: "what noise is judged by" },
  {
    id: "highest",
    label: "highest of all passes",
    detail: "whoever was ever there: carriers are found in it",
  },
  { id: "ninth", label: "nine in ten passes", detail: "one pass in ten is higher" },
  { id: "middle", label: "median", detail: "what is there half the time" },
];
const ANY_STEP_HZ = 25_000;

/**
 * The spine of the scan and, of several passes, their history under it on the same axis. What is
 * looked at is its own affair, so that a drag redraws nothing else.
 */
export const ScanSpine = memo(function ScanSpine({
  spine,
  air,
  law,
  live,
  line,
  place,
  onLooked,
  onLimit,
}: ScanSpineProps) {
  const { view, setView } = useSpineView(spine, onLooked);
  const [shown, setShown] = useState<Shown>("mean");
  const picture = useMemo(() => {
    const levels = shown === "highest" ? null : (air?.overTime?.[OVER_TIME[shown]] ?? null);
    const base = airOf(spine, air && levels ? { ...air, maxDbm: levels } : air, law, live);
    return {
      ...base,
      other: !live && line ? traceOf(line) : null,
      limit: air || live ? limitLine(law.maxNoiseDbm, air?.stepHz ?? ANY_STEP_HZ) : null,
    };
  }, [spine, air, law, live, line, shown]);
  const history = useMemo(
    () => (air?.overTime ? cropHistory(air.overTime.history, view ?? spine) : null),
    [air, spine, view],
  );
  const others = air?.carriers.filter((c) => c.own === null && !c.isSpur).length ?? 0;
  const came = air?.carriers
    .filter((c) => c.occupancy < 0.95)
    .map(
      (c) =>
        `${formatMhz(Math.round(c.frequencyHz / 5000) * 5000)} was on in ${Math.round(c.occupancy * 100)} of 100`,
    )
    .join(", ");
  return (
    <>
      <SpectrumChart
        data={picture}
        view={view}
        onView={setView}
        {...(air && onLimit ? { onLimit } : {})}
        rootsPx={0}
        airPx={190}
        label={
          air
            ? `Spectrum of the ${place.toLowerCase()}, ${formatMhz(spine.lowHz)} to ${formatMhz(spine.highHz)} MHz: ${law.taken.map((t) => t.reason).join(", ")}; ${others} other carriers.`
            : "Nothing measured yet; television channels of the register are hatched."
        }
      />
      {history && !live && (
        <section>
          <HistoryChart
            history={history}
            label={`${count(history.rows.length, "pass", "passes")} under each other, oldest first; ${came || "nothing came and went"}`}
          />
          <Row style={{ alignItems: "center", marginTop: 6 }}>
            <SelectField
              label="What the picture shows"
              isLabelHidden
              value={shown}
              onChange={setShown}
              choices={SHOWN}
            />
            <Soft>{`${count(history.rows.length, "pass", "passes")} under each other, the oldest at the top; ink is what stands over the floor`}</Soft>
          </Row>
        </section>
      )}
    </>
  );
});
