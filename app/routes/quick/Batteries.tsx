import { formatClock, formatDuration } from "~/contract/messages/format";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { powerOf } from "~/core/quick/power";
import type { QuickSystem } from "~/core/quick/session";
import { Answer } from "~/app/ui/Page/Page";
import { Chips, Large } from "./parts";
import * as S from "./quick.styles";
import { dayMsOf } from "./dayMs";

const RAN = [0, 1, 2, 3, 4, 5, 6].map((h) => ({
  id: h,
  label: h === 0 ? QUICK_TEXTS.isNew : `${h} h`,
}));
const ENDS = { pack: QUICK_TEXTS.pack, receiver: QUICK_TEXTS.receiver };

/** What is in at both ends, and when the first must be changed. */
export function Batteries({
  system: s,
  nowMs,
  onIn,
  onDone,
}: {
  system: QuickSystem;
  nowMs: number;
  onIn: (end: "pack" | "receiver", ranHours: number) => void;
  onDone: () => void;
}) {
  const power = powerOf(s, nowMs);
  const ends = power.filter((p) => p.hours !== null);
  const isTold = s.batteries.pack !== null;
  return (
    <>
      <Answer>{QUICK_TEXTS.batteries}</Answer>
      <Large
        isMain={!isTold}
        onPress={() => {
          for (const { end } of ends) onIn(end, 0);
          onDone();
        }}
      >
        {ends.length > 1 ? QUICK_TEXTS.newBoth : QUICK_TEXTS.newIn(QUICK_TEXTS.pack)}
      </Large>
      {!isTold && s.ranBefore && s.ranBefore.pack !== null && (
        <Large
          about={ends
            .map(({ end }) => {
              const ran = s.ranBefore?.[end] ?? null;
              return QUICK_TEXTS.ranAt(
                ENDS[end],
                ran === null ? QUICK_TEXTS.notKnown : formatDuration(ran * 3_600_000),
              );
            })
            .join(", ")}
          onPress={() => {
            for (const { end } of ends) {
              const ran = s.ranBefore?.[end] ?? null;
              if (ran !== null) onIn(end, ran);
            }
            onDone();
          }}
        >
          {QUICK_TEXTS.asBefore}
        </Large>
      )}
      {ends.map(({ end, changeAtMs }) => (
        <div key={end}>
          <Chips
            label={`${ENDS[end]}: ${QUICK_TEXTS.ran}`}
            choices={RAN}
            value={s.batteries[end]?.ranHours ?? -1}
            onChange={(h) => onIn(end, h)}
          />
          <S.Hint aria-live="polite">
            {QUICK_TEXTS.change(
              ENDS[end],
              changeAtMs === null ? null : formatClock(dayMsOf(changeAtMs)),
            )}
          </S.Hint>
        </div>
      ))}
      {isTold && (
        <Large isMain onPress={onDone}>
          {QUICK_TEXTS.next}
        </Large>
      )}
      <S.Hint>{QUICK_TEXTS.usualHours}</S.Hint>
      <S.Caution>{QUICK_TEXTS.rightWay}</S.Caution>
    </>
  );
}
