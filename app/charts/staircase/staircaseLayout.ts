import { scaleLinear } from "d3";

/** One stage of the audio path, relative to its own ceiling: 0 is where it clips. */
export interface StairStage {
  name: string;
  setting: string;
  headroomDb: number;
  peakToRmsDb: number;
  snrDb: number;
}

export interface StaircaseLayout {
  widthPx: number;
  heightPx: number;
  ceilingY: number;
  /** Of one dB. */
  dbPx: number;
  steps: {
    name: string;
    setting: string;
    x: number;
    width: number;
    centreX: number;
    peakY: number;
    rmsY: number;
    noiseY: number;
    headroomDb: number;
    snrDb: number;
    isClipping: boolean;
    isTight: boolean;
  }[];
  scaleTicks: { y: number; text: string }[];
}

const TOP_PX = 30;
const BOTTOM_PX = 52;
const LEFT_PX = 44;
const LOWEST_DB = -110;

/** The setting that a step comes to when it is dragged so far.
 * @param upPx - towards the ceiling */
export const draggedTo = (
  fromDb: number,
  upPx: number,
  dbPx: number,
  stepsDb: readonly number[],
): number => {
  const wanted = fromDb + upPx / dbPx;
  return stepsDb.reduce((best, db) =>
    Math.abs(db - wanted) < Math.abs(best - wanted) ? db : best,
  );
};

/**
 * The level staircase: every stage hung under one common ceiling, so that what is too near it, or
 * too near its own noise, stands out.
 * @param stages - in the order of the path; @param aimHeadroomDb - less than this is tight
 */
export function staircaseLayout(
  stages: readonly StairStage[],
  {
    widthPx,
    heightPx,
    aimHeadroomDb,
  }: { widthPx: number; heightPx: number; aimHeadroomDb: number },
): StaircaseLayout {
  const y = scaleLinear([0, LOWEST_DB], [TOP_PX, heightPx - BOTTOM_PX]);
  const width = (widthPx - LEFT_PX) / Math.max(1, stages.length);
  return {
    widthPx,
    heightPx,
    ceilingY: y(0),
    dbPx: Math.abs(y(-1) - y(0)),
    steps: stages.map((s, i) => {
      const peakDb = -s.headroomDb;
      const rmsDb = peakDb - s.peakToRmsDb;
      const clamp = (db: number) => y(Math.max(LOWEST_DB, Math.min(9, db)));
      return {
        name: s.name,
        setting: s.setting,
        x: LEFT_PX + i * width,
        width,
        centreX: LEFT_PX + (i + 0.5) * width,
        peakY: clamp(peakDb),
        rmsY: clamp(rmsDb),
        noiseY: clamp(rmsDb - s.snrDb),
        headroomDb: s.headroomDb,
        snrDb: s.snrDb,
        isClipping: s.headroomDb < 0,
        isTight: s.headroomDb >= 0 && s.headroomDb < aimHeadroomDb - 4,
      };
    }),
    scaleTicks: [0, -20, -40, -60, -80, -100].map((db) => ({
      y: y(db),
      text: db === 0 ? "0" : `−${-db}`,
    })),
  };
}
