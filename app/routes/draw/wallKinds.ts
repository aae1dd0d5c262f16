import type { Layer, Material } from "~/core/radio/slab";

/**
 * Walls as one meets them, with usual thicknesses; "as met" has what a slab's figure leaves out:
 * reinforcement takes 15 to 25 dB in all, coated panes 20 to 30, foil about 20, metal studs a few
 * (common practice, no published source).
 */
export const WALL_KINDS: readonly {
  id: string;
  label: string;
  material: Material;
  thicknessM: number;
  layers?: readonly Layer[];
  allowanceDb?: number;
}[] = [
  { id: "brick-110", label: "brick, 110 mm", material: "brick", thicknessM: 0.11 },
  { id: "brick-220", label: "brick, 220 mm", material: "brick", thicknessM: 0.22 },
  {
    id: "cavity",
    label: "brick with a cavity",
    material: "brick",
    thicknessM: 0.27,
    layers: [
      { material: "brick", thicknessM: 0.11 },
      { material: "air", thicknessM: 0.05 },
      { material: "brick", thicknessM: 0.11 },
    ],
  },
  { id: "stone", label: "thick stone, 500 mm", material: "brick", thicknessM: 0.5 },
  { id: "concrete", label: "concrete, 200 mm", material: "concrete", thicknessM: 0.2 },
  {
    id: "reinforced",
    label: "reinforced concrete, as met",
    material: "concrete",
    thicknessM: 0.2,
    allowanceDb: 14,
  },
  {
    id: "stud",
    label: "plasterboard on studs",
    material: "plasterboard",
    thicknessM: 0.095,
    layers: [
      { material: "plasterboard", thicknessM: 0.0125 },
      { material: "air", thicknessM: 0.07 },
      { material: "plasterboard", thicknessM: 0.0125 },
    ],
  },
  {
    id: "metal-stud",
    label: "plasterboard on metal studs, as met",
    material: "plasterboard",
    thicknessM: 0.025,
    allowanceDb: 4,
  },
  {
    id: "foil",
    label: "lined with foil, as met",
    material: "plasterboard",
    thicknessM: 0.0125,
    allowanceDb: 20,
  },
  { id: "timber", label: "timber, 40 mm", material: "wood", thicknessM: 0.04 },
  { id: "chipboard", label: "chipboard flat, 12 mm", material: "chipboard", thicknessM: 0.012 },
  { id: "glass", label: "glass, 6 mm", material: "glass", thicknessM: 0.006 },
  {
    id: "double-glass",
    label: "double glazing",
    material: "glass",
    thicknessM: 0.02,
    layers: [
      { material: "glass", thicknessM: 0.004 },
      { material: "air", thicknessM: 0.012 },
      { material: "glass", thicknessM: 0.004 },
    ],
  },
  {
    id: "coated-glass",
    label: "coated glazing, as met",
    material: "glass",
    thicknessM: 0.008,
    allowanceDb: 24,
  },
  { id: "steel", label: "steel, 8 mm", material: "steel", thicknessM: 0.008 },
];

export const MATERIAL_CHOICES: readonly { id: Material; label: string }[] = (
  [
    "brick",
    "concrete",
    "plasterboard",
    "wood",
    "chipboard",
    "floorboard",
    "ceiling-board",
    "glass",
    "steel",
  ] as const
).map((id) => ({ id, label: id.replace("-", " ") }));
