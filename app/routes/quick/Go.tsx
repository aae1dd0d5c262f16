import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { carriedText } from "~/core/quick/address";
import { cardOf } from "~/core/quick/card";
import type { Region } from "~/core/regulations/region";
import { Answer } from "~/app/ui/Page/Page";
import { GoCard } from "./GoCard";
import { powerOf } from "~/core/quick/power";
import { formatDuration } from "~/contract/messages/format";
import { Large } from "./parts";
import * as S from "./quick.styles";
import type { Quick } from "./useQuick";

/** The card, and what follows from it. */
export function Go({
  quick,
  system,
  region,
  onMoved,
  onNew,
}: {
  quick: Quick;
  system: number;
  region: Region;
  onMoved: () => void;
  onNew: () => void;
}) {
  const { session, nowMs } = quick;
  if (!session) return null;
  // the page's own address: nothing of it is known before it stands
  const origin = typeof location === "undefined" ? "" : location.origin;
  const card = cardOf({ session, system, region, nowMs });
  const s = session.systems[system];
  if (!card || !s) return null;
  if (session.offMs !== null)
    return (
      <>
        <Answer>{QUICK_TEXTS.isOff}</Answer>
        <p>{QUICK_TEXTS.offAbout}</p>
        {session.systems.flatMap((x) =>
          powerOf(x, session.offMs ?? nowMs).map(({ end, ranHours }) =>
            ranHours === null ? null : (
              <S.Hint key={`${x.set.name} ${end}`}>
                {QUICK_TEXTS.ranFor(
                  end === "pack"
                    ? `${x.set.name}, ${QUICK_TEXTS.pack.toLowerCase()}`
                    : `${x.set.name}, ${QUICK_TEXTS.receiver.toLowerCase()}`,
                  formatDuration(ranHours * 3_600_000),
                )}
              </S.Hint>
            ),
          ),
        )}
        <Large isMain onPress={onNew}>
          {QUICK_TEXTS.newOne}
        </Large>
      </>
    );
  return (
    <GoCard
      card={card}
      link={`${origin}/quick#${carriedText({
        set: s.set,
        use: s.use?.place ?? null,
        backup: card.next?.place ?? null,
        region: session.where.region,
        session: null,
      })}`}
      hasSecond={session.systems.length > 1}
      wasHit={s.hits.length > 0}
      dayId={quick.dayId}
      onHit={(next) => quick.say({ what: "hit", system, next })}
      onUndoHit={() => quick.undo("hit")}
      onMoved={onMoved}
      onSecond={() =>
        quick.say({ what: "second", set: { ...s.set, name: QUICK_TEXTS.secondName(s.set.name) } })
      }
      onOff={() => quick.say({ what: "off" })}
    />
  );
}
