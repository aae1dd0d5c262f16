import { lazy, Suspense, useState } from "react";
import { Check, TriangleAlert } from "lucide-react";
import { formatClock, formatDb, formatDbfs, mhz } from "~/contract/messages/format";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { expectedPeakDbfs } from "~/core/quick/level";
import type { QuickCard } from "~/core/quick/card";
import type { QuickPlace } from "~/core/quick/quickSet";
import { dayMsOf } from "./dayMs";
import { inputText } from "./inputText";
import { Large } from "./parts";
import * as S from "./quick.styles";

const QrCode = lazy(() => import("./QrCode"));

/** All of it on one phone's screen, to be read in the sun and at night. */
export function GoCard({
  card,
  link,
  hasSecond,
  wasHit,
  dayId,
  onHit,
  onUndoHit,
  onMoved,
  onSecond,
  onOff,
}: {
  card: QuickCard;
  /** The set and its number as a link. */
  link: string;
  hasSecond: boolean;
  /** Whether the number in use came after interference. */
  wasHit: boolean;
  dayId: number | null;
  onHit: (next: QuickPlace | null) => void;
  onUndoHit: () => void;
  onMoved: () => void;
  onSecond: () => void;
  onOff: () => void;
}) {
  const [isShared, setShared] = useState(false);
  const { set, level, where } = card;
  const shown = card.number ?? QUICK_TEXTS.automatic;
  const setting = where.setting === "indoors" ? QUICK_TEXTS.inside : QUICK_TEXTS.outside;
  return (
    <>
      <S.CardHead>
        <h1>{set.name}</h1>
        <S.Label>
          {[
            card.verifiedMs === null
              ? QUICK_TEXTS.notVerified
              : QUICK_TEXTS.verifiedAt(formatClock(dayMsOf(card.verifiedMs))),
            where.place === "" ? setting.toLowerCase() : where.place,
          ].join(" · ")}
        </S.Label>
      </S.CardHead>
      <S.CardNumber>{shown}</S.CardNumber>
      {card.frequencyHz !== null && mhz(card.frequencyHz) !== `${shown} MHz` && (
        <S.CardMhz>{mhz(card.frequencyHz)}</S.CardMhz>
      )}
      {card.frequencyHz !== null && mhz(card.frequencyHz) === `${shown} MHz` && (
        <S.CardMhz>{QUICK_TEXTS.mhz}</S.CardMhz>
      )}
      <S.Good data-watch={!card.isVerified || undefined}>
        {card.isVerified ? (
          <>
            <Check size={16} aria-hidden /> {QUICK_TEXTS.matches}
          </>
        ) : (
          <>
            <TriangleAlert size={16} aria-hidden /> {QUICK_TEXTS.notVerified}
          </>
        )}
      </S.Good>
      <S.Lines>
        {level && (
          <>
            <dt>{QUICK_TEXTS.packGain}</dt>
            <dd>{formatDb(level.gainDb)}</dd>
            <dt>{QUICK_TEXTS.output}</dt>
            <dd>{formatDb(level.outputDb)}</dd>
            <dt>{QUICK_TEXTS.inputMode}</dt>
            <dd>{QUICK_TEXTS.inputSet[set.into]}</dd>
            <dt>{QUICK_TEXTS.dialAndPeak}</dt>
            <dd>
              {`${inputText(set, level.inputGainDb)} / ${formatDbfs(level.seenDbfs ?? expectedPeakDbfs(set, level))}`}
            </dd>
          </>
        )}
        <dt>{QUICK_TEXTS.batteriesLine}</dt>
        <dd>
          {card.changeAtMs === null
            ? QUICK_TEXTS.notKnown
            : QUICK_TEXTS.changeAll(formatClock(dayMsOf(card.changeAtMs)))}
        </dd>
        <dt>{QUICK_TEXTS.pack}</dt>
        <dd>{QUICK_TEXTS.lockedMute}</dd>
      </S.Lines>
      {!card.choosesItself && (
        <Large
          isHit
          about={card.next ? undefined : QUICK_TEXTS.noNext}
          detail={card.next ? QUICK_TEXTS.goToNext(card.next.text) : undefined}
          onPress={() => onHit(card.next?.place ?? null)}
        >
          {QUICK_TEXTS.interference}
        </Large>
      )}
      {wasHit && <Large onPress={onUndoHit}>{QUICK_TEXTS.undoHit}</Large>}
      <Large onPress={onMoved}>{QUICK_TEXTS.moved}</Large>
      <S.Two>
        <Large onPress={onSecond} isDisabled={hasSecond}>
          {QUICK_TEXTS.second}
        </Large>
        <Large onPress={onOff}>{QUICK_TEXTS.allOff}</Large>
        <Large onPress={() => setShared(!isShared)}>{QUICK_TEXTS.share}</Large>
        {dayId !== null && <S.LargeLink href={`/day/${dayId}`}>{QUICK_TEXTS.whole}</S.LargeLink>}
      </S.Two>
      {isShared && (
        <>
          <S.Hint>{QUICK_TEXTS.shareAbout}</S.Hint>
          <Suspense fallback={null}>
            <QrCode text={link} />
          </Suspense>
          <S.Carried
            readOnly
            aria-label={QUICK_TEXTS.share}
            value={link}
            onFocus={(e) => e.target.select()}
          />
        </>
      )}
      <S.Hint>{QUICK_TEXTS.testClip}</S.Hint>
    </>
  );
}
