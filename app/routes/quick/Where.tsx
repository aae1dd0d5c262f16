import { useState } from "react";
import { rangeLawWords } from "~/contract/messages/quick";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import type { Region } from "~/core/regulations/region";
import { lawOfSet } from "~/core/quick/choices";
import type { QuickSet } from "~/core/quick/quickSet";
import type { QuickWhere } from "~/core/quick/session";
import { Answer } from "~/app/ui/Page/Page";
import { Large, TextInput } from "./parts";
import * as S from "./quick.styles";

/** Whose regulations hold, and inside or outside: one press goes on. */
export function Where({
  set,
  where,
  regions,
  onWhere,
}: {
  set: QuickSet;
  where: QuickWhere;
  regions: readonly Region[];
  onWhere: (where: QuickWhere) => void;
}) {
  const [region, setRegion] = useState(where.region);
  const [place, setPlace] = useState(where.place);
  const known = regions.find((r) => r.name === region);
  const go = (setting: QuickWhere["setting"]) => onWhere({ region, setting, place: place.trim() });
  return (
    <>
      <Answer>{QUICK_TEXTS.where}</Answer>
      <S.Field>
        {QUICK_TEXTS.regulations}
        <select value={region} onChange={(e) => setRegion(e.target.value)}>
          {regions.map((r) => (
            <option key={r.name} value={r.name}>
              {r.title}
            </option>
          ))}
        </select>
      </S.Field>
      {known && (
        <p>
          {rangeLawWords(lawOfSet(known, set))} {QUICK_TEXTS.checkRegulator}
        </p>
      )}
      <TextInput label={QUICK_TEXTS.place} value={place} onChange={setPlace} />
      <S.Two>
        <Large isMain onPress={() => go("indoors")}>
          {QUICK_TEXTS.inside}
        </Large>
        <Large isMain onPress={() => go("outdoors")}>
          {QUICK_TEXTS.outside}
        </Large>
      </S.Two>
      <S.Hint>{QUICK_TEXTS.rescan}</S.Hint>
    </>
  );
}
