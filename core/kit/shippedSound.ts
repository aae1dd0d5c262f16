import type { InputModel, MicrophoneModel } from "./models";

/** Invented microphones that ship with the application. */
export const SHIPPED_MICROPHONES: MicrophoneModel[] = [
  { id: "pebble", name: "Pebble omni", sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  {
    id: "pebble-low",
    name: "Pebble omni, low sensitivity",
    sensitivityMvPerPa: 1.5,
    selfNoiseDba: 34,
    maxSplDb: 146,
  },
  {
    id: "shore",
    name: "Shore lapel cardioid",
    sensitivityMvPerPa: 8,
    selfNoiseDba: 30,
    maxSplDb: 128,
    pattern: "cardioid",
  },
  {
    id: "skerry-hand",
    name: "Skerry hand microphone",
    sensitivityMvPerPa: 2,
    selfNoiseDba: 22,
    maxSplDb: 150,
    pattern: "cardioid",
    needs: "none",
  },
  {
    id: "boom-48",
    name: "Ellery boom, condenser",
    sensitivityMvPerPa: 20,
    selfNoiseDba: 15,
    maxSplDb: 128,
    pattern: "cardioid",
    needs: "phantom",
  },
];

/** Inputs as cameras and recorders have them: typical figures (common practice, no published source). */
export const SHIPPED_INPUTS: InputModel[] = [
  {
    id: "recorder-line",
    name: "bag recorder, line",
    kind: "line",
    fullScaleDbu: 20,
    noiseDbu: -88,
    gainDb: 10,
    gain: { lowestDb: 0, highestDb: 40, stepDb: 1 },
  },
  {
    id: "camera-mic",
    name: "camera, microphone input",
    kind: "mic",
    fullScaleDbu: -20,
    noiseDbu: -118,
    gainDb: 4,
    gain: { lowestDb: -16, highestDb: 24, stepDb: 4, scale: "dial" },
    autoGain: "on",
    phantom: "switched",
    joint: "balanced",
    tracks: 1,
  },
  {
    id: "camera-line",
    name: "camera, line input",
    kind: "line",
    fullScaleDbu: 20,
    noiseDbu: -84,
    gainDb: 10,
    gain: { lowestDb: -6, highestDb: 34, stepDb: 4, scale: "dial" },
    autoGain: "on",
    joint: "balanced",
    tracks: 1,
  },
];
