import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import type { Walker } from "~/server/services/range/placePlans.server";
import type { Obstacle, PlacedAntenna, PlayingArea, Walk } from "~/core/location/floorPlan";
import type { Material } from "~/core/radio/slab";
import { AntennaAim, AntennaKind } from "~/app/features/plan/AntennaFields";
import { LengthField } from "~/app/features/plan/LengthField";
import { NumberField, SelectField, TextField } from "~/app/ui/Field/Field";
import { Soft } from "~/app/ui/Page/Page";
import type { PartProps } from "./partProps";
import { MATERIAL_CHOICES } from "./wallKinds";

const MAX_NAME = 80;
const MAX_ANTENNA_NAME = 20;
const PACES = [
  { id: 0.7, label: DRAW_TEXTS.slowly07MS },
  { id: 1.3, label: DRAW_TEXTS.walking13MS },
  { id: 2, label: DRAW_TEXTS.hurrying2MS },
  { id: 3.5, label: DRAW_TEXTS.running35MS },
];

interface NameFieldProps {
  name: string;
  widthCh: number;
  most?: number;
  onChange: (name: string) => void;
}

const NameField = ({ name, widthCh, most = MAX_NAME, onChange }: NameFieldProps) => (
  <TextField
    label={DRAW_TEXTS.name}
    value={name}
    onChange={(typed) => onChange(typed.slice(0, most))}
    widthCh={widthCh}
  />
);

export function ObstacleProperties({ item, set, lengths }: PartProps<Obstacle>) {
  return (
    <>
      <NameField name={item.name} widthCh={20} onChange={(name) => set({ name })} />
      <LengthField
        label={DRAW_TEXTS.height}
        lengths={lengths}
        valueM={item.heightM}
        minM={0.1}
        maxM={60}
        onChange={(heightM) => set({ heightM })}
      />
      <SelectField
        label={DRAW_TEXTS.sides}
        choices={MATERIAL_CHOICES}
        value={item.material === "metal" ? "steel" : item.material}
        onChange={(material: Material) => set({ material })}
      />
      <NumberField
        label={DRAW_TEXTS.thickness}
        unit="mm"
        min={0.5}
        max={2000}
        step={0.5}
        value={item.thicknessM * 1000}
        onChange={(mm) => set({ thicknessM: mm / 1000 })}
      />
      <Soft as="p">{DRAW_TEXTS.rfGoesOverItRound}</Soft>
    </>
  );
}

export function AreaProperties({ item, set }: PartProps<PlayingArea>) {
  return <NameField name={item.name} widthCh={20} onChange={(name) => set({ name })} />;
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
      <NameField name={item.name} widthCh={24} onChange={(name) => set({ name })} />
      <SelectField
        label={DRAW_TEXTS.who}
        choices={[
          { id: -1, label: "anybody" },
          ...walkers.map((w) => ({ id: w.channelId, label: w.talker })),
        ]}
        value={item.channelId ?? -1}
        onChange={(id) => set({ channelId: id === -1 ? null : id })}
      />
      <SelectField
        label={DRAW_TEXTS.howFast}
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
      <NameField
        name={item.name}
        widthCh={6}
        most={MAX_ANTENNA_NAME}
        onChange={(name) => set({ name })}
      />
      <AntennaKind antenna={item} set={set} />
      <LengthField
        label={DRAW_TEXTS.height}
        lengths={lengths}
        valueM={item.heightM}
        minM={0.1}
        maxM={20}
        onChange={(heightM) => set({ heightM })}
      />
      <AntennaAim antenna={item} set={set} />
    </>
  );
}
