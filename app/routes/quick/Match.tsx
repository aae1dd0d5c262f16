import { useState } from "react";
import { choiceWords } from "~/contract/messages/quick";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { settingStepWords } from "~/contract/messages/setting";
import { assess, type Around } from "~/core/quick/choices";
import { matchOf } from "~/core/quick/match";
import { goesByLists, type QuickPlace } from "~/core/quick/quickSet";
import { formatMhz } from "~/core/units/frequencyText";
import { Answer } from "~/app/ui/Page/Page";
import { Large, readMhz, TextInput } from "./parts";
import * as S from "./quick.styles";

/** Both ends side by side, how each gets there, and one press when they show the same. */
export function Match({
  around,
  place,
  onMhz,
  onMatched,
}: {
  around: Around;
  /** Null of a set that chooses for itself. */
  place: QuickPlace | null;
  /** The megahertz beside its own number, as its screen shows them. */
  onMhz: (frequencyHz: number) => void;
  onMatched: () => void;
}) {
  const { set } = around;
  const match = matchOf(set, place);
  const [text, setText] = useState("");
  const typedHz = readMhz(text);
  const isMhzAsked = place !== null && place.frequencyHz === null && goesByLists(set);
  const checked =
    place && typedHz !== null ? assess({ ...place, frequencyHz: typedHz }, "given", around) : null;
  return (
    <>
      <Answer>{match.shown === null ? QUICK_TEXTS.matchPair : QUICK_TEXTS.match}</Answer>
      {match.shown !== null && (
        <S.Ends>
          {[QUICK_TEXTS.receiver, QUICK_TEXTS.pack].map((end) => (
            <div key={end}>
              <S.Label>{end}</S.Label>
              <b>{match.shown}</b>
              {place?.frequencyHz && formatMhz(place.frequencyHz) !== match.shown ? (
                <S.Label>{formatMhz(place.frequencyHz)}</S.Label>
              ) : null}
            </div>
          ))}
        </S.Ends>
      )}
      <S.Column>
        <div>
          <S.Label>{QUICK_TEXTS.receiver}</S.Label>
          <S.Steps3 aria-label={QUICK_TEXTS.stepsOf(QUICK_TEXTS.receiver)}>
            {match.receiver.map((s, i) => (
              <li key={i}>{settingStepWords(s)}</li>
            ))}
          </S.Steps3>
        </div>
        <div>
          <S.Label>{QUICK_TEXTS.pack}</S.Label>
          <S.Steps3 aria-label={QUICK_TEXTS.stepsOf(QUICK_TEXTS.pack)}>
            {match.pack.map((s, i) => (
              <li key={i}>{settingStepWords(s)}</li>
            ))}
          </S.Steps3>
        </div>
      </S.Column>
      {isMhzAsked && (
        <>
          <TextInput
            label={QUICK_TEXTS.mhzShown}
            value={text}
            onChange={setText}
            isNumber
            placeholder="531.425"
            onEnter={() => typedHz !== null && onMhz(typedHz)}
          />
          <S.Hint aria-live="polite">
            {choiceWords(checked ?? assess(place, "given", around))}
          </S.Hint>
        </>
      )}
      <Large
        isMain
        onPress={() => {
          if (typedHz !== null && isMhzAsked) onMhz(typedHz);
          onMatched();
        }}
      >
        {match.shown === null ? QUICK_TEXTS.bothPaired : QUICK_TEXTS.bothShow(match.shown)}
      </Large>
    </>
  );
}
