import { useSearchParams } from "react-router";
import type { PlaceRange } from "~/server/services/range/placePlans.server";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";
import type { Facing } from "~/app/routes/shared/usePlanReckoning";

const LOOKS: { id: string; label: string }[] = [
  { id: "worst", label: "turned the worst way" },
  { id: "0", label: "looking right" },
  { id: "90", label: "looking down" },
  { id: "180", label: "looking left" },
  { id: "270", label: "looking up" },
];

const FACINGS: { id: Facing; label: string }[] = [
  { id: "along", label: "where they go" },
  { id: "worst", label: "the worst way" },
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
          label="Margin for"
          choices={walkers.map((w) => ({
            id: w.channelId,
            label: `${w.talker}, ${Math.round(10 ** (w.pack.txPowerDbm / 10))} mW`,
          }))}
          value={mapFor ?? 0}
          onChange={(id) =>
            setParams({ channel: String(id) }, { replace: true, preventScrollReset: true })
          }
        />
      )}
      <SelectField label="On the map they are" choices={LOOKS} value={look} onChange={onLook} />
      <SelectField
        label="On their walks they look"
        choices={FACINGS}
        value={facing}
        onChange={onFacing}
      />
    </Row>
  );
}
