import { useState } from "react";
import { Link } from "react-router";
import {
  carriedErrorWords,
  QUICK_BAND_WORDS,
  QUICK_CARRY_WORDS,
  QUICK_INTO_WORDS,
  QUICK_KIND_WORDS,
  QUICK_SCAN_WORDS,
  QUICK_SOURCE_WORDS,
  setProblemWords,
} from "~/contract/messages/quick";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import { SELF_CHOOSING_BANDS } from "~/core/kit/selfChoosingBands";
import {
  choosesItself,
  placeText,
  QUICK_CARRIES,
  QUICK_INTOS,
  QUICK_KINDS,
  QUICK_SCANS,
  QUICK_SOURCES,
  type QuickKind,
  type QuickSet,
  setProblem,
  usualSet,
} from "~/core/quick/quickSet";
import { formatMhz } from "~/core/units/frequencyText";
import { Answer } from "~/app/ui/Page/Page";
import type { CarriedSet, readCarried } from "~/core/quick/address";
import { Chips, Large, readMhz, TextInput } from "./parts";
import * as S from "./quick.styles";
import type { RememberedSet } from "~/server/services/quick/quickSessions.server";

const choicesOf = <T extends string>(ids: readonly T[], words: Readonly<Record<T, string>>) =>
  ids.map((id) => ({ id, label: words[id] }));
const SCANS = choicesOf(QUICK_SCANS, QUICK_SCAN_WORDS);
const CARRIES = choicesOf(
  QUICK_CARRIES.filter((c) => c !== "switches"),
  QUICK_CARRY_WORDS,
);
const INTOS = choicesOf(QUICK_INTOS, QUICK_INTO_WORDS);
const SOURCES = choicesOf(QUICK_SOURCES, QUICK_SOURCE_WORDS);
const BANDS = choicesOf(
  SELF_CHOOSING_BANDS.map((b) => b.id),
  QUICK_BAND_WORDS,
);
const PACKS = [
  { id: 1, label: QUICK_TEXTS.one },
  { id: 2, label: QUICK_TEXTS.two },
] as const;

/** Where it tunes as it was typed, in the form that its kind is read off. */
interface Typed {
  low: string;
  high: string;
}
const typedOf = (set: QuickSet): Typed => {
  const [first] = set.ranges;
  if (set.kind === "presets")
    return { low: set.ranges.map((r) => formatMhz(r.lowHz)).join(" "), high: "" };
  return {
    low: first ? formatMhz(first.lowHz) : "",
    high: first && set.kind !== "codes" ? formatMhz(first.highHz) : "",
  };
};

function rangesOf(kind: QuickKind, { low, high }: Typed): QuickSet["ranges"] {
  if (kind === "self-choosing") return [];
  if (kind === "presets")
    return low
      .split(/[\s;,]+(?=\d)/)
      .flatMap((text) => readMhz(text) ?? [])
      .map((hz) => ({ lowHz: hz, highHz: hz }));
  const lowHz = readMhz(low);
  if (lowHz === null) return [];
  if (kind === "codes") return [{ lowHz, highHz: lowHz }];
  const highHz = readMhz(high);
  return highHz === null ? [] : [{ lowHz, highHz }];
}

/** What somebody has: a set as last time, or a kind and where it tunes. */
export function Have({
  standing,
  remembered,
  freeName,
  onSet,
  carried,
  onRemembered,
  onCarried,
}: {
  /** The set that is told of already; null before. */
  standing: QuickSet | null;
  remembered: readonly RememberedSet[];
  freeName: string;
  onSet: (set: QuickSet) => void;
  /** What the address carries, or why it cannot be read; null: nothing. */
  carried: ReturnType<typeof readCarried> | null;
  onRemembered: (set: RememberedSet) => void;
  onCarried: (carried: CarriedSet) => void;
}) {
  const [set, setSet] = useState<QuickSet | null>(standing);
  const [typed, setTyped] = useState<Typed>(standing ? typedOf(standing) : { low: "", high: "" });
  const [error, setError] = useState<string | null>(null);
  const [isMore, setMore] = useState(false);
  const turn = (change: Partial<QuickSet>) => setSet((s) => s && { ...s, ...change });
  const type = (change: Partial<Typed>) => {
    setTyped((t) => ({ ...t, ...change }));
    setError(null);
  };
  const choose = (kind: QuickKind) => {
    setSet({ ...usualSet(kind, set?.name ?? freeName), block: set?.block ?? null });
    setError(null);
  };
  const done = () => {
    if (!set) return;
    const told = { ...set, ranges: rangesOf(set.kind, typed) };
    const problem = setProblem(told);
    if (problem) setError(setProblemWords(problem));
    else onSet(told);
  };
  return (
    <>
      <Answer>{QUICK_TEXTS.whatYouHave}</Answer>
      {!set && carried?.ok && (
        <Large
          isMain
          about={carried.value.use ? placeText(carried.value.set, carried.value.use) : undefined}
          onPress={() => {
            const problem = setProblem(carried.value.set);
            if (problem) setSet(carried.value.set);
            else onCarried(carried.value);
          }}
        >
          {QUICK_TEXTS.fromLink(carried.value.set.name)}
        </Large>
      )}
      {!set && carried?.ok === false && (
        <S.Wrong role="alert">{carriedErrorWords(carried.error)}</S.Wrong>
      )}
      {!set &&
        remembered.map((r) => (
          <Large
            key={r.sessionId}
            isMain
            about={QUICK_TEXTS.lastAt(r.number, r.place)}
            onPress={() => onRemembered(r)}
          >
            {QUICK_TEXTS.asLastTime(r.set.name)}
          </Large>
        ))}
      {!set && <Link to="/quick/crews">{QUICK_TEXTS.crews}</Link>}
      {set ? (
        <Large
          about={QUICK_KIND_WORDS[set.kind].about}
          detail={QUICK_TEXTS.change1}
          onPress={() => setSet(null)}
        >
          {QUICK_KIND_WORDS[set.kind].name}
        </Large>
      ) : (
        <S.Two role="group" aria-label={QUICK_TEXTS.kinds}>
          {QUICK_KINDS.map((kind) => (
            <S.Tile key={kind} onClick={() => choose(kind)}>
              {QUICK_KIND_WORDS[kind].name}
              <small>{QUICK_KIND_WORDS[kind].about}</small>
            </S.Tile>
          ))}
        </S.Two>
      )}
      {set && (
        <>
          {choosesItself(set) ? (
            <Chips
              label={QUICK_TEXTS.band}
              choices={BANDS}
              value={set.band ?? "2.4"}
              onChange={(band) => turn({ band })}
            />
          ) : set.kind === "presets" || set.kind === "codes" ? (
            <TextInput
              label={set.kind === "codes" ? QUICK_TEXTS.codeStart : QUICK_TEXTS.presetList}
              value={typed.low}
              onChange={(low) => type({ low })}
              onEnter={done}
              isNumber={set.kind === "codes"}
              isWrong={error !== null}
              placeholder={set.kind === "codes" ? "537.6" : "863.1 863.5 864.1"}
            />
          ) : (
            <S.Two role="group" aria-label={QUICK_TEXTS.plate}>
              <TextInput
                label={QUICK_TEXTS.from}
                value={typed.low}
                onChange={(low) => type({ low })}
                onEnter={done}
                isNumber
                isWrong={error !== null}
                placeholder="520"
              />
              <TextInput
                label={QUICK_TEXTS.to}
                value={typed.high}
                onChange={(high) => type({ high })}
                onEnter={done}
                isNumber
                isWrong={error !== null}
                placeholder="562"
              />
            </S.Two>
          )}
          {error !== null && <S.Wrong role="alert">{error}</S.Wrong>}
          <Chips
            label={QUICK_TEXTS.into}
            choices={INTOS}
            value={set.into}
            onChange={(into) => turn({ into })}
          />
          {isMore ? (
            <>
              <Chips
                label={QUICK_TEXTS.source}
                choices={SOURCES}
                value={set.source}
                onChange={(source) => turn({ source })}
              />
              {set.kind !== "plug-on" && set.kind !== "handheld" && (
                <Chips
                  label={QUICK_TEXTS.packs}
                  choices={PACKS}
                  value={set.packs}
                  onChange={(packs) => turn({ packs })}
                />
              )}
              {!choosesItself(set) && set.kind !== "codes" && (
                <>
                  <Chips
                    label={QUICK_TEXTS.scanTells}
                    choices={SCANS}
                    value={set.scan}
                    onChange={(scan) => turn({ scan })}
                  />
                  <Chips
                    label={QUICK_TEXTS.carry}
                    choices={CARRIES}
                    value={set.carry}
                    onChange={(carry) => turn({ carry })}
                  />
                </>
              )}
              {set.kind === "dual" && (
                <label>
                  <input
                    type="checkbox"
                    checked={set.hasThirds}
                    onChange={(e) => turn({ hasThirds: e.target.checked })}
                  />{" "}
                  {QUICK_TEXTS.thirds}
                </label>
              )}
              <S.Two>
                <TextInput
                  label={QUICK_TEXTS.block}
                  value={set.block ?? ""}
                  onChange={(block) => turn({ block: block.trim() === "" ? null : block })}
                />
                <TextInput
                  label={QUICK_TEXTS.name}
                  value={set.name}
                  onChange={(name) => turn({ name })}
                />
              </S.Two>
            </>
          ) : (
            <Large
              about={[
                QUICK_SOURCE_WORDS[set.source],
                choosesItself(set) ? null : QUICK_CARRY_WORDS[set.carry],
                set.name,
              ]
                .filter((x) => x !== null)
                .join(" · ")}
              onPress={() => setMore(true)}
            >
              {QUICK_TEXTS.more}
            </Large>
          )}
          <Large isMain onPress={done}>
            {QUICK_TEXTS.whereNext}
          </Large>
        </>
      )}
    </>
  );
}
