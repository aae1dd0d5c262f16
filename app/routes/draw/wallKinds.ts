import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import type { Layer, Material } from "~/core/radio/slab";

/**
 * Walls as one meets them, with usual thicknesses; "typical" has what a slab's figure leaves out:
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
  { id: "brick-110", label: DRAW_TEXTS.brick110Mm, material: "brick", thicknessM: 0.11 },
  { id: "brick-220", label: DRAW_TEXTS.brick220Mm, material: "brick", thicknessM: 0.22 },
  {
    id: "cavity",
    label: DRAW_TEXTS.brickWithACavity,
    material: "brick",
    thicknessM: 0.27,
    layers: [
      { material: "brick", thicknessM: 0.11 },
      { material: "air", thicknessM: 0.05 },
      { material: "brick", thicknessM: 0.11 },
    ],
  },
  { id: "stone", label: DRAW_TEXTS.thickStone500Mm, material: "brick", thicknessM: 0.5 },
  { id: "concrete", label: DRAW_TEXTS.concrete200Mm, material: "concrete", thicknessM: 0.2 },
  {
    id: "reinforced",
    label: DRAW_TEXTS.reinforcedConcreteTypical,
    material: "concrete",
    thicknessM: 0.2,
    allowanceDb: 14,
  },
  {
    id: "stud",
    label: DRAW_TEXTS.plasterboardOnStuds,
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
    label: DRAW_TEXTS.plasterboardOnMetalStudsTypical,
    material: "plasterboard",
    thicknessM: 0.025,
    allowanceDb: 4,
  },
  {
    id: "foil",
    label: DRAW_TEXTS.linedWithFoilTypical,
    material: "plasterboard",
    thicknessM: 0.0125,
    allowanceDb: 20,
  },
  { id: "timber", label: DRAW_TEXTS.timber40Mm, material: "wood", thicknessM: 0.04 },
  {
    id: "chipboard",
    label: DRAW_TEXTS.chipboardFlat12Mm,
    material: "chipboard",
    thicknessM: 0.012,
  },
  { id: "glass", label: DRAW_TEXTS.glass6Mm, material: "glass", thicknessM: 0.006 },
  {
    id: "double-glass",
    label: DRAW_TEXTS.doubleGlazing,
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
    label: DRAW_TEXTS.coatedGlazingTypical,
    material: "glass",
    thicknessM: 0.008,
    allowanceDb: 24,
  },
  { id: "steel", label: DRAW_TEXTS.steel8Mm, material: "steel", thicknessM: 0.008 },
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
