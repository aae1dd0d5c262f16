import { lazy, Suspense, useState } from "react";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import type { VerificationOutcome, VerificationPart } from "~/core/channel/verificationParts";
import { nextPlace } from "~/core/quick/card";
import type { Around } from "~/core/quick/choices";
import { choosesItself, placeText, type QuickPlace } from "~/core/quick/quickSet";
import { outcomeOf, type QuickSystem } from "~/core/quick/session";
import { Answer } from "~/app/ui/Page/Page";
import { Large } from "./parts";
import * as S from "./quick.styles";

/** Only who needs it waits for it. */
const FaultFinder = lazy(() =>
  import("~/app/features/channel/FaultFinder").then((m) => ({ default: m.FaultFinder })),
);

/** Quiet without the pack, then full and heard with it; where not, what is wrong. */
export function Verify({
  system: s,
  around,
  onSeen,
  onNext,
  onChoose,
}: {
  system: QuickSystem;
  around: Around;
  onSeen: (seen: readonly (readonly [VerificationPart, VerificationOutcome])[]) => void;
  onNext: (place: QuickPlace) => void;
  onChoose: () => void;
}) {
  const [isFinding, setFinding] = useState(false);
  const isSelf = choosesItself(s.set);
  // the number to go to where somebody else is on this one
  const next = nextPlace(s, around);
  const silent = outcomeOf(s, "silent");
  const rf = outcomeOf(s, "rf");
  const voice = outcomeOf(s, "voice");
  if (silent !== "nothing") {
    const isTaken = silent !== null;
    return (
      <>
        <Answer>{isSelf ? QUICK_TEXTS.packOffLink : QUICK_TEXTS.packOffQuiet}</Answer>
        {isTaken ? (
          <>
            <S.Wrong>{QUICK_TEXTS.someoneThere}</S.Wrong>
            {next && (
              <Large isMain onPress={() => onNext(next)}>
                {QUICK_TEXTS.goTo(placeText(s.set, next))}
              </Large>
            )}
            <Large onPress={onChoose}>{QUICK_TEXTS.chooseAnother}</Large>
          </>
        ) : (
          <S.Hint>{QUICK_TEXTS.notOffAlone}</S.Hint>
        )}
        <Large isMain={!isTaken} onPress={() => onSeen([["silent", "nothing"]])}>
          {QUICK_TEXTS.quietYes}
        </Large>
        {!isTaken && (
          <S.Two>
            <Large onPress={() => onSeen([["silent", "flickers"]])}>{QUICK_TEXTS.flickers}</Large>
            <Large onPress={() => onSeen([["silent", "steady"]])}>{QUICK_TEXTS.steady}</Large>
          </S.Two>
        )}
      </>
    );
  }
  const isWrong = rf !== null && !(rf === "full" && voice === "follows");
  return (
    <>
      <Answer>{isSelf ? QUICK_TEXTS.packOnLink : QUICK_TEXTS.packOnFull}</Answer>
      <Large
        isMain={!isWrong}
        onPress={() =>
          onSeen([
            ["rf", "full"],
            ["voice", "follows"],
          ])
        }
      >
        {QUICK_TEXTS.fullYes}
      </Large>
      {isWrong || isFinding ? (
        <Suspense fallback={null}>
          <FaultFinder
            talker={s.set.name}
            knowledge={{
              pickHz: s.use?.place.frequencyHz ?? null,
              receiverHz: s.matchedMs === null ? null : (s.use?.place.frequencyHz ?? null),
              packHz: s.matchedMs === null ? null : (s.use?.place.frequencyHz ?? null),
              isPackOn: null,
              meets: isSelf ? "adaptive" : "tunes",
              hasWheels: s.set.kind === "codes",
              isPaired: s.set.carry === "pairing",
              isOtherOnIt: false,
              verification: s.seen,
              marginDb: null,
              isOverloaded: null,
              meter: null,
            }}
            onClose={() => setFinding(false)}
          />
        </Suspense>
      ) : (
        <>
          <S.Two>
            <Large onPress={() => onSeen([["rf", "none"]])}>{QUICK_TEXTS.noRf}</Large>
            <Large onPress={() => onSeen([["rf", "weak"]])}>{QUICK_TEXTS.weakRf}</Large>
            <Large
              onPress={() =>
                onSeen([
                  ["rf", "full"],
                  ["voice", "nothing"],
                ])
              }
            >
              {QUICK_TEXTS.noVoice}
            </Large>
            <Large
              onPress={() =>
                onSeen([
                  ["rf", "full"],
                  ["voice", "somebody-else"],
                ])
              }
            >
              {QUICK_TEXTS.otherVoice}
            </Large>
          </S.Two>
          <Large onPress={() => setFinding(true)}>{QUICK_TEXTS.troubleshoot}</Large>
        </>
      )}
    </>
  );
}
