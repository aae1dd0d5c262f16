import { itemAt } from "~/core/units/items";
import { formatDb, formatDbm } from "~/contract/messages/format";
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
    <section aria-label="Too strong, and the law">
      <Heading>Too strong, and the law</Heading>
      {plan.antennas.length > 0 && !tooStrong ? (
        <Soft as="p">Reckoning who comes near an antenna…</Soft>
      ) : hot.length === 0 ? (
        <Soft as="p">Nobody comes so near an antenna that a receiver is overloaded.</Soft>
      ) : (
        hot.map(({ w, found }) => (
          <div key={w.walk.id}>
            <p>
              <Status
                status={found.headroomDb < 0 ? "problem" : "stale"}
              >{`${w.walker.talker} ${found.headroomDb < 0 ? "overloads" : "comes near overload"}`}</Status>
              {` at antenna ${plan.antennas.find((a) => a.id === found.antennaId)?.name ?? ""}: ${formatDbm(found.receivedDbm)}, ${found.headroomDb < 0 ? `${formatDb(-found.headroomDb)} too much` : `${formatDb(found.headroomDb)} under it`}, ${metres(found.at.atM)} along “${w.walk.name}”. It sounds like a dropout and is none.`}
            </p>
            <Table>
              <thead>
                <tr>
                  <th>In this order</th>
                  <th>under overload</th>
                  <th>left at the far end</th>
                </tr>
              </thead>
              <tbody>
                {found.coolers.map((c) => (
                  <tr key={`${c.code}${c.value}`}>
                    <td data-wide>{coolerWords(c, metres)}</td>
                    <td data-label="under overload">
                      <Status status={c.isEnough ? "done" : "problem"}>
                        {formatDb(c.headroomDb)}
                      </Status>
                    </td>
                    <td data-label="left at the far end">
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
        <Soft as="p">{`${itemAt(walks, im.walks[0]).walker.talker} and ${itemAt(walks, im.walks[1]).walker.talker}, where both are strongest (${formatDbm(im.levelsDbm[0])}, ${formatDbm(im.levelsDbm[1])}), make products of ${formatDbm(im.productDbm)} in the receiver: ${im.underNoiseDb >= 0 ? `${formatDb(im.underNoiseDb)} under its noise, nobody hears them` : `${formatDb(-im.underNoiseDb)} over its noise. Whoever stands on one is hurt when weak: a set that Pick found clean has nobody there, else lower the power of whoever is near`}.`}</Soft>
      )}
      <Soft as="p">
        {walkers
          .map(
            (w) =>
              `${w.talker} ${Math.round(10 ** (w.pack.txPowerDbm / 10))} mW${w.law ? ` of ${w.law.maxEirpMw} mW radiated (${w.law.licence}, ${w.law.asOf})` : ", no rule known there"}`,
          )
          .join("; ")}
        . Check with your regulator.
      </Soft>
    </section>
  );
}

const coolerWords = (c: Cooler, metres: (m: number) => string): string =>
  c.code === "power"
    ? `Pack down to ${c.value} mW`
    : c.code === "distance"
      ? `Antenna ${metres(c.value)} further away`
      : `Pad of ${c.value} dB before the receiver`;
