import { ANTENNA_NAMES } from "~/contract/messages/plan";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import type { PlacedAntenna } from "~/core/location/floorPlan";
import { NumberField, SelectField } from "~/app/ui/Field/Field";

interface AntennaFieldProps {
  antenna: PlacedAntenna;
  set: (change: Partial<PlacedAntenna>) => void;
}

const KINDS = (Object.keys(ANTENNA_NAMES) as PlacedAntenna["kind"][]).map((id) => ({
  id,
  label: ANTENNA_NAMES[id],
}));

export const AntennaKind = ({ antenna, set }: AntennaFieldProps) => (
  <SelectField
    label={FEATURES_TEXTS.kind}
    choices={KINDS}
    value={antenna.kind}
    onChange={(kind) => set({ kind })}
  />
);

/** Where it looks, for one that looks somewhere. */
export const AntennaAim = ({ antenna, set }: AntennaFieldProps) =>
  antenna.kind === "fin" && (
    <NumberField
      label={FEATURES_TEXTS.looks0Right90Down}
      unit="°"
      min={0}
      max={359}
      step={5}
      value={((antenna.aimDeg % 360) + 360) % 360}
      onChange={(aimDeg) => set({ aimDeg })}
    />
  );
