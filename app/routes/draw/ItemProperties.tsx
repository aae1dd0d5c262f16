import type { Walker } from "~/server/services/range/placePlans.server";
import { ANTENNA_NAMES } from "~/contract/messages/plan";
import type { Obstacle, PlacedAntenna, PlayingArea, Walk } from "~/core/location/floorPlan";
import type { Material } from "~/core/radio/slab";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import { LengthField, type PartProps } from "./LengthField";
import { MATERIAL_CHOICES } from "./wallKinds";

const MAX_NAME = 80;
const MAX_ANTENNA_NAME = 20;
const PACES = [
  { id: 0.7, label: "slowly, 0.7 m/s" },
  { id: 1.3, label: "walking, 1.3 m/s" },
  { id: 2, label: "hurrying, 2 m/s" },
  { id: 3.5, label: "running, 3.5 m/s" },
];
const ANTENNA_KINDS = (Object.keys(ANTENNA_NAMES) as PlacedAntenna["kind"][]).map((id) => ({
  id,
  label: ANTENNA_NAMES[id],
}));

export function ObstacleProperties({ item, set, lengths }: PartProps<Obstacle>) {
  return (
    <>
      <TextField
        label="Name"
        value={item.name}
        onChange={(name) => set({ name: name.slice(0, MAX_NAME) })}
        widthCh={20}
      />
      <LengthField
        label="Height"
        lengths={lengths}
        valueM={item.heightM}
        minM={0.1}
        maxM={60}
        onChange={(heightM) => set({ heightM })}
      />
      <SelectField
        label="Skin of"
        choices={MATERIAL_CHOICES}
        value={item.material === "metal" ? "steel" : item.material}
        onChange={(material: Material) => set({ material })}
      />
      <NumberField
        label="Skin, thick"
        unit="mm"
        min={0.5}
        max={2000}
        step={0.5}
        value={item.thicknessM * 1000}
        onChange={(mm) => set({ thicknessM: mm / 1000 })}
      />
      <Soft as="p">
        The air goes over it, round it, or through its two skins, whichever loses least.
      </Soft>
    </>
  );
}

export function AreaProperties({ item, set }: PartProps<PlayingArea>) {
  return (
    <TextField
      label="Name"
      value={item.name}
      onChange={(name) => set({ name: name.slice(0, MAX_NAME) })}
      widthCh={20}
    />
  );
}

interface WalkProps extends PartProps<Walk> {
  lengthM: number;
  walkers: readonly Walker[];
}

export function WalkProperties({ item, set, lengths, lengthM, walkers }: WalkProps) {
  const { speedMps } = item;
  const isUsual = PACES.some((p) => p.id === speedMps);
  return (
    <>
      <TextField
        label="Name"
        value={item.name}
        onChange={(name) => set({ name: name.slice(0, MAX_NAME) })}
        widthCh={24}
      />
      <SelectField
        label="Who"
        choices={[
          { id: -1, label: "anybody" },
          ...walkers.map((w) => ({ id: w.channelId, label: w.talker })),
        ]}
        value={item.channelId ?? -1}
        onChange={(id) => set({ channelId: id === -1 ? null : id })}
      />
      <SelectField
        label="How fast"
        choices={isUsual ? PACES : [...PACES, { id: speedMps, label: `${speedMps} m/s` }]}
        value={speedMps}
        onChange={(pace) => set({ speedMps: pace })}
      />
      <Soft as="p">{`${lengths.metres(lengthM)}, ${Math.round(lengthM / speedMps)} s.`}</Soft>
    </>
  );
}

export function AntennaProperties({ item, set, lengths }: PartProps<PlacedAntenna>) {
  return (
    <>
      <TextField
        label="Name"
        value={item.name}
        onChange={(name) => set({ name: name.slice(0, MAX_ANTENNA_NAME) })}
        widthCh={6}
      />
      <SelectField
        label="Kind"
        choices={ANTENNA_KINDS}
        value={item.kind}
        onChange={(kind) => set({ kind })}
      />
      <LengthField
        label="Height"
        lengths={lengths}
        valueM={item.heightM}
        minM={0.1}
        maxM={20}
        onChange={(heightM) => set({ heightM })}
      />
      {item.kind === "fin" && (
        <NumberField
          label="Looks (0 right, 90 down)"
          unit="°"
          min={0}
          max={359}
          step={5}
          value={((item.aimDeg % 360) + 360) % 360}
          onChange={(aimDeg) => set({ aimDeg })}
        />
      )}
    </>
  );
}
