// How true forecasts are: two hundred walks at the four practice places in the simulated air, which
// is made by a model of its own.
export const airModule = "testkit/airWalks";

const percent = (share) => `${Math.round(100 * share)} %`;

/** Tells what came of forecasts, by the book and after one lap of a walk test. */
export function benchAir(core, say, perPlace = 50) {
  const walks = core.airWalks(7, perPlace, 6);
  for (const by of ["byBook", "walked"]) {
    const j = core.judgedForecasts(walks, by);
    say(
      `forecasts ${by === "byBook" ? "by the book" : "after a walk test"}: ${j.walks} walks, outage within a factor of 2 on ${percent(j.within2)} (${percent(j.within2OfLost)} of those that lose more than 0.05 %), within the range told on ${percent(j.inRange)}; “holds” said ${j.held} times, wrongly ${j.heldWrongly}`,
    );
  }
  for (const place of [...new Set(walks.map((w) => w.place)), null]) {
    const those = walks.filter((w) => place === null || w.place === place);
    say(
      `  level read less level reckoned, ${place ?? "all"}: ${core.judgedForecasts(those, "byBook").biasDb.toFixed(1)} dB`,
    );
  }
}
