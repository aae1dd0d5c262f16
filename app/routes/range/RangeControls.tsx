import { useSearchParams } from "react-router";
import type { PlaceRange } from "~/server/services/range/placePlans.server";
import { RANGE } from "~/contract/messages/range";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";
import type { Facing } from "~/app/routes/shared/usePlanReckoning";

const LOOKS: { id: string; label: string }[] = [
  { id: "worst", label: RANGE_TEXTS.theWorstWay },
  { id: "0", label: "right" },
  { id: "90", label: "down" },
  { id: "180", label: "left" },
  { id: "270", label: "up" },
];

const FACINGS: { id: Facing; label: string }[] = [
  { id: "along", label: RANGE_TEXTS.whereTheyGo },
  { id: "worst", label: RANGE_TEXTS.theWorstWay },
];

interface RangeControlsProps {
  walkers: PlaceRange["walkers"];
  /** Whose map it is. */
  mapFor: number | null;
  look: string;
  onLook: (look: string) => void;
  facing: Facing;
  onFacing: (facing: Facing) => void;
}

/** Whose map it is, and which way they look on it and on their walks. */
export function RangeControls(props: RangeControlsProps) {
  const { walkers, mapFor, look, onLook, facing, onFacing } = props;
  const [, setParams] = useSearchParams();
  return (
    <Row>
      {walkers.length > 0 && (
        <SelectField
          label={RANGE.marginFor}
          choices={walkers.map((w) => ({
            id: w.channelId,
            label: RANGE_TEXTS.mw(w.talker, Math.round(10 ** (w.pack.txPowerDbm / 10))),
          }))}
          value={mapFor ?? 0}
          onChange={(id) =>
            setParams({ channel: String(id) }, { replace: true, preventScrollReset: true })
          }
        />
      )}
      <SelectField label={RANGE.onMap} choices={LOOKS} value={look} onChange={onLook} />
      <SelectField label={RANGE.onWalks} choices={FACINGS} value={facing} onChange={onFacing} />
    </Row>
  );
}
