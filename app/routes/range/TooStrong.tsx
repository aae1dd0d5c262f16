import { itemAt } from "~/core/units/items";
import { formatDb, formatRfLevel } from "~/contract/messages/format";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import type { Cooler } from "~/core/location/tooHot";
import type { FloorPlan } from "~/core/location/floorPlan";
import { Figure, Heading, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import type { Reckoning, WalkedBy } from "~/app/routes/shared/usePlanReckoning";

/**
 * Who comes too near an antenna, and what to do about it in the order of least harm; and what each
 * pack radiates against the law.
 */
export function TooStrong({
  plan,
  walks,
  tooStrong,
  metres,
}: {
  plan: FloorPlan;
  walks: readonly WalkedBy[];
  /** Null while it is reckoned, and where no antenna stands. */
  tooStrong: Reckoning["tooStrong"];
  metres: (m: number) => string;
}) {
  const hot = walks.flatMap((w, i) => {
    const found = tooStrong?.hot[i];
    return found ? [{ w, found }] : [];
  });
  const walkers = walks
    .map((w) => w.walker)
    .filter((w, i, all) => all.findIndex((o) => o.channelId === w.channelId) === i);
  if (walks.length === 0) return null;
  const im = tooStrong?.im;
  return (
    <section aria-label={RANGE_TEXTS.tooStrongAndPowerLimits}>
      <Heading>{RANGE_TEXTS.tooStrongAndPowerLimits}</Heading>
      {plan.antennas.length > 0 && !tooStrong ? (
        <Soft as="p">{RANGE_TEXTS.calculatingWhoComesNear}</Soft>
      ) : hot.length === 0 ? (
        <Soft as="p">{RANGE_TEXTS.noOneComesNearEnough}</Soft>
      ) : (
        hot.map(({ w, found }) => (
          <div key={w.walk.id}>
            <p>
              <Status
                status={found.headroomDb < 0 ? "problem" : "stale"}
              >{`${w.walker.talker} ${found.headroomDb < 0 ? "overloads" : RANGE_TEXTS.comesNearOverload}`}</Status>
              {RANGE_TEXTS.atAntennaAlongItSounds(
                plan.antennas.find((a) => a.id === found.antennaId)?.name ?? "",
                formatRfLevel(found.receivedDbm),
                found.headroomDb < 0
                  ? RANGE_TEXTS.tooMuch(formatDb(-found.headroomDb))
                  : RANGE_TEXTS.under(formatDb(found.headroomDb)),
                metres(found.at.atM),
                w.walk.name,
              )}
            </p>
            <Table>
              <thead>
                <tr>
                  <th>{RANGE_TEXTS.inThisOrder}</th>
                  <th>{RANGE_TEXTS.underOverload}</th>
                  <th>{RANGE_TEXTS.leftAtTheFarEnd}</th>
                </tr>
              </thead>
              <tbody>
                {found.coolers.map((c) => (
                  <tr key={`${c.code}${c.value}`}>
                    <td data-wide>{coolerWords(c, metres)}</td>
                    <td data-label={RANGE_TEXTS.underOverload}>
                      <Status status={c.isEnough ? "done" : "problem"}>
                        {formatDb(c.headroomDb)}
                      </Status>
                    </td>
                    <td data-label={RANGE_TEXTS.leftAtTheFarEnd}>
                      <Figure>{formatDb(c.worstMarginDb)}</Figure>
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </div>
        ))
      )}
      {im && (
        <Soft as="p">
          {RANGE_TEXTS.andWhereBothAreStrongest(
            itemAt(walks, im.walks[0]).walker.talker,
            itemAt(walks, im.walks[1]).walker.talker,
            formatRfLevel(im.levelsDbm[0]),
            formatRfLevel(im.levelsDbm[1]),
            formatRfLevel(im.productDbm),
            im.underNoiseDb >= 0
              ? RANGE_TEXTS.belowItsNoiseHarmless(formatDb(im.underNoiseDb))
              : RANGE_TEXTS.aboveItsNoiseItHurts(formatDb(-im.underNoiseDb)),
          )}
        </Soft>
      )}
      <Soft as="p">
        {RANGE_TEXTS.checkWithYourRegulator(
          walkers
            .map((w) =>
              RANGE_TEXTS.mwWith(
                w.talker,
                Math.round(10 ** (w.pack.txPowerDbm / 10)),
                w.law
                  ? RANGE_TEXTS.ofMwRadiated(w.law.maxEirpMw, w.law.licence, w.law.asOf)
                  : RANGE_TEXTS.noRuleKnownThere,
              ),
            )
            .join("; "),
        )}
      </Soft>
    </section>
  );
}

const coolerWords = (c: Cooler, metres: (m: number) => string): string =>
  c.code === "power"
    ? RANGE_TEXTS.packDownToMw(c.value)
    : c.code === "distance"
      ? RANGE_TEXTS.antennaFurtherAway(metres(c.value))
      : RANGE_TEXTS.padOfDbBefore(c.value);
