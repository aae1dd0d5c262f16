import { defined } from "~/core/units/items";
import type { AirCarrier, AirScene } from "./air";
import type { Site } from "./site";
import type { Position, Transmitter } from "~/core/regulations/register";
import { rasterChannels, RASTERS } from "~/core/regulations/raster";

/** The ferry harbour of the practice day. Everything here is invented. */
export interface Station {
  channel: number;
  name: string;
  note: string;
}

/**
 * What the harbour's television register says: licensed here, whether or not it is heard in a given
 * room.
 */
export const PORT_ELLERY_STATIONS: readonly Station[] = [
  { channel: 22, name: "Ellery Head One", note: "mast on the north cliff, 4 km" },
  { channel: 25, name: "Ellery Head Two", note: "mast on the north cliff, 4 km" },
  { channel: 28, name: "Gull Skerry", note: "island relay, 9 km over water" },
  { channel: 31, name: "Ellery Head Three", note: "mast on the north cliff, 4 km" },
];

/** Where the harbour would be, were it anywhere: far out at sea. */
const HARBOUR: Position = { latitudeDeg: 57.6, longitudeDeg: -15.2 };
const near = (northM: number, eastM: number): Position => ({
  latitudeDeg: HARBOUR.latitudeDeg + northM / 111_195,
  longitudeDeg:
    HARBOUR.longitudeDeg + eastM / (111_195 * Math.cos((HARBOUR.latitudeDeg * Math.PI) / 180)),
});

/** What the made-up register knows. */
export const PORT_ELLERY_TRANSMITTERS: readonly Transmitter[] = [
  { channel: 22, name: "Ellery Head One", erpKw: 2, ...near(3900, 600) },
  { channel: 25, name: "Ellery Head Two", erpKw: 0.5, ...near(3900, 600) },
  { channel: 31, name: "Ellery Head Three", erpKw: 1, ...near(3900, 600) },
  { channel: 28, name: "Gull Skerry", erpKw: 4, ...near(-6200, 6500) },
  { channel: 24, name: "Tarn Sound", erpKw: 0.2, ...near(-30_000, -22_000) },
  { channel: 30, name: "Lantern Isle", erpKw: 0.4, ...near(19_000, -14_000) },
];

const eu = rasterChannels(RASTERS["EU-8"]);

function station(channel: number, levelDbm: number): AirScene["stations"][number] {
  const { lowHz, highHz } = defined(eu.find((c) => c.channel === channel));
  return { channel, lowHz, highHz, levelDbm };
}

const pack = (id: string, mhz: number, levelDbm: number): AirCarrier => ({
  id,
  frequencyHz: Math.round(mhz * 1e6),
  levelDbm,
  widthHz: 180_000,
  rhythm: null,
});

/** The harbour master's talkback: a few seconds of every minute and a half. */
const talkback = (levelDbm: number): AirCarrier => ({
  id: "harbour talkback",
  frequencyHz: 515_250_000,
  levelDbm,
  widthHz: 100_000,
  rhythm: { onMs: 32_000, periodMs: 90_000, offsetMs: 5_000 },
});

/** A second unit, shooting a nature film across the basin. */
const secondCrew = (atDb: number): AirCarrier[] => [
  pack("second crew 1", 487.15, -71 + atDb),
  pack("second crew 2", 511.725, -78 + atDb),
  pack("second crew 3", 537.4, -83 + atDb),
];

const air = (seed: string, noiseDbmPer200kHz: number, rest: Partial<AirScene>): AirScene => ({
  seed,
  noiseDbmPer200kHz,
  slopeDbPer100MHz: -2,
  looks: 12,
  stations: [],
  carriers: [],
  broadband: [],
  ...rest,
});

export const PORT_ELLERY_SITES: readonly Site[] = [
  {
    key: "net-loft",
    air: air("net-loft", -108, {
      stations: [station(22, -58), station(25, -70), station(28, -63), station(31, -66)],
      carriers: [...secondCrew(0), talkback(-86)],
    }),
    geometry: {
      position: near(40, -60),
      model: "indoor",
      room: "residential",
      distanceM: 14,
      walls: [{ material: "wood", thicknessM: 0.03 }],
      txHeightM: 1.1,
      rxHeightM: 1.8,
    },
  },
  {
    key: "quay",
    air: air("quay", -105, {
      stations: [
        station(22, -44),
        station(24, -78),
        station(25, -55),
        station(28, -48),
        station(31, -52),
      ],
      carriers: [...secondCrew(9), pack("ferry loudhailer", 545.6, -74), talkback(-74)],
    }),
    geometry: {
      position: near(-30, 20),
      model: "plane-earth",
      room: "office",
      distanceM: 28,
      walls: [],
      txHeightM: 1.1,
      rxHeightM: 2.4,
    },
  },
  {
    key: "car-deck",
    air: air("car-deck", -104, {
      stations: [station(22, -80), station(28, -84)],
      carriers: [talkback(-92)],
      broadband: [{ centreHz: 509e6, widthHz: 22e6, levelDbmPer200kHz: -84 }],
    }),
    geometry: {
      position: near(-120, 90),
      model: "indoor",
      room: "commercial",
      distanceM: 22,
      walls: [],
      txHeightM: 1.1,
      rxHeightM: 2,
    },
  },
  {
    key: "lighthouse-stair",
    air: air("lighthouse-stair", -109, {
      stations: [
        station(22, -60),
        station(25, -66),
        station(28, -52),
        station(30, -71),
        station(31, -64),
      ],
      carriers: [pack("visitor guide", 528.9, -80), talkback(-97)],
    }),
    geometry: {
      position: near(-900, 700),
      model: "indoor",
      room: "office",
      distanceM: 16,
      walls: [
        { material: "brick", thicknessM: 0.35 },
        { material: "brick", thicknessM: 0.35 },
      ],
      txHeightM: 1.1,
      rxHeightM: 1.8,
    },
  },
];
