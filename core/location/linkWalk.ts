import { linkBudget, type LinkQuestion, type LinkTerm } from "~/core/radio/link";
import type { PathSetup } from "~/core/radio/pathSetup";
import { fitTerms } from "./planLink";
import { heardDropoutMarginDb, heldPiecesM, limitsOfFigure, type SeenWalk } from "./seenWalk";
import type { Correction, WalkFit } from "./walkFit";
import { fitWalk } from "./walkFit";
import type { WalkedResult } from "./walkTest";

/** A walk straight away from the antennas where nothing is drawn: a usual pace, whips on a receiver. */
const USUAL_SPEED_MPS = 1.2;
const USUAL_SPACING_M = 0.3;
/** Walls and the body stand where the link says, and not anywhere on the way. */
const SAME_ALONG = { wallCount: 0, isBehindBody: false } as const;

/**
 * What a walk away from the antennas says of one link that nothing is drawn for: how much the place
 * adds to it or takes.
 * @param questionAt - the link with the talker so far away, by the book
 */
export function linkWalk(
  questionAt: (distanceM: number) => LinkQuestion,
  isDiversity: boolean,
  seen: SeenWalk,
): { general: Correction | null; walked: WalkedResult } {
  const farthestM = Math.max(seen.heldToM ?? 0, ...seen.points.map((p) => p.atM));
  const heardDb = heardDropoutMarginDb({
    isDiversity,
    kFactorDb: null,
    antennaSpacingM: USUAL_SPACING_M,
    frequencyHz: questionAt(farthestM).frequencyHz,
    speedMps: USUAL_SPEED_MPS,
  });
  const windows = [
    ...seen.points.map((p) => {
      const link = linkBudget(questionAt(p.atM));
      const limits =
        p.sign === "dropped"
          ? { lowDbm: null, highDbm: link.sensitivityDbm + heardDb }
          : limitsOfFigure(p.figure, link.sensitivityDbm, link.noiseFloorDbm);
      return { ...SAME_ALONG, ...limits, predictedDbm: link.receivedDbm, link, sign: p.sign };
    }),
    ...heldPiecesM(seen).map((atM) => {
      const link = linkBudget(questionAt(atM));
      const limits = { lowDbm: link.sensitivityDbm + heardDb, highDbm: null };
      return { ...SAME_ALONG, ...limits, predictedDbm: link.receivedDbm, link, sign: "held" };
    }),
  ];
  const read = windows.flatMap((w) =>
    w.sign === "meter" && w.highDbm !== null && w.lowDbm === w.highDbm
      ? [w.highDbm - w.link.sensitivityDbm]
      : [],
  );
  return {
    general: fitWalk(windows).general,
    walked: {
      droppedAtM: seen.points.filter((p) => p.sign === "dropped").map((p) => p.atM),
      lengthM: farthestM,
      leastMarginDb: read.length > 0 ? Math.min(...read) : null,
    },
  };
}

/**
 * What this place was found to add to a link that is judged by itself: by the link's own walk where
 * it has one, else by the walk test of the drawn plan. A talker turns their back sooner or later:
 * where nothing is drawn, the body counts as between.
 */
export function linkCorrections(
  found: { fit: WalkFit | null; general: Correction | null },
  setup: Pick<PathSetup, "walls" | "asDrawn" | "wear">,
): LinkTerm[] {
  if (found.general) return fitTerms({ ...NO_FIT, general: found.general }, 0, false);
  return fitTerms(
    found.fit,
    setup.asDrawn?.wallCount ?? setup.walls.length,
    setup.asDrawn?.isBehindBody ?? setup.wear !== "free",
  );
}

const NO_FIT = { perWall: null, behindBody: null };
