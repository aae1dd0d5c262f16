import { useState } from "react";
import { choiceWords } from "~/contract/messages/quick";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import {
  type Around,
  assess,
  ourChoices,
  type QuickChoice,
  scanChoices,
} from "~/core/quick/choices";
import {
  choosesItself,
  completed,
  goesByLists,
  membersOf,
  modelsOf,
  placeText,
  QUICK_KIND_OF,
  type QuickPlace,
  type QuickScan,
  type QuickSet,
} from "~/core/quick/quickSet";
import type { PlaceFrom, ScanWord } from "~/core/quick/session";
import { readUnitNumber } from "~/core/kit/unitNumber";
import { formatMhz } from "~/core/units/frequencyText";
import { Answer } from "~/app/ui/Page/Page";
import { Large, readMhz, Stepper, TextInput } from "./parts";
import * as S from "./quick.styles";

/** Ways to a number: what the scan tells, ours where there is none, or one that was given. */
type Way = QuickScan | "given";

const OFFERED = 3;
const USUAL_MEMBERS = 12;
const MAX_MEMBERS = 32;
const MAX_LIST = 99;

const waysOf = (set: QuickSet): Way[] => {
  const all: Way[] = goesByLists(set)
    ? ["members", "count", "none", "given"]
    : set.kind === "codes" || set.kind === "presets"
      ? ["none", "proposal", "given"]
      : ["proposal", "graph", "none", "given"];
  return [set.scan, ...all.filter((w) => w !== set.scan)];
};

/** From what the receiver tells, or from us, or from somebody: the number to use. */
export function Frequency({
  around,
  isSecond,
  last,
  assigned,
  onHeard,
  onUse,
}: {
  around: Around;
  /** Whether another pack is on already, and stays on. */
  isSecond: boolean;
  /** What its units still show from before the move. */
  last: QuickPlace | null;
  assigned: readonly QuickPlace[];
  onHeard: (word: ScanWord) => void;
  onUse: (place: QuickPlace, from: PlaceFrom) => void;
}) {
  const { set } = around;
  const ways = waysOf(set);
  const [way, setWay] = useState<Way>(assigned.length > 0 ? "given" : (ways[0] ?? "given"));
  if (choosesItself(set))
    return (
      <>
        <Answer>{QUICK_TEXTS.chooses}</Answer>
        <p>{QUICK_TEXTS.choosesAbout}</p>
      </>
    );
  return (
    <>
      <Answer>{QUICK_TEXTS.frequencyOf[way]}</Answer>
      <S.Hint>
        {isSecond && way !== "given" && way !== "none"
          ? `${QUICK_TEXTS.secondPack}${goesByLists(set) ? ` ${QUICK_TEXTS.sameBank}` : ""}`
          : QUICK_TEXTS.scanHow[way]}
      </S.Hint>
      {!isSecond && way !== "given" && way !== "none" && (
        <S.Caution>{QUICK_TEXTS.packOff}</S.Caution>
      )}
      {way === "members" && <Members around={around} last={last} onHeard={onHeard} onUse={onUse} />}
      {way === "count" && <Count around={around} onHeard={onHeard} onUse={onUse} />}
      {(way === "proposal" || way === "graph") && (
        <Told key={way} kind={way} around={around} onHeard={onHeard} onUse={onUse} />
      )}
      {way === "none" && (
        <Offers
          choices={ourChoices(around, OFFERED)}
          set={set}
          onUse={(p) => onUse(p, "ours")}
          empty={QUICK_TEXTS.nothingLeft}
        />
      )}
      {way === "given" && (
        <>
          <Offers
            choices={assigned.map((p) => assess(p, "assigned", around))}
            set={set}
            onUse={(p) => onUse(p, "given")}
            empty={null}
          />
          <Given around={around} onUse={onUse} />
        </>
      )}
      <S.Column>
        {ways
          .filter((w) => w !== way)
          .map((w) => (
            <Large key={w} onPress={() => setWay(w)}>
              {QUICK_TEXTS.ways[w]}
            </Large>
          ))}
      </S.Column>
    </>
  );
}

const listWordOf = (set: QuickSet): string =>
  QUICK_TEXTS.list[
    QUICK_KIND_OF[set.kind].readout === "tv-and-number"
      ? "TV"
      : QUICK_KIND_OF[set.kind].numbering?.listWord === "group"
        ? "group"
        : "bank"
  ];

/** Which members of a list are free, tapped as the screen shows them. */
function Members({
  around,
  last,
  onHeard,
  onUse,
}: {
  around: Around;
  last: QuickPlace | null;
  onHeard: (word: ScanWord) => void;
  onUse: (place: QuickPlace, from: PlaceFrom) => void;
}) {
  const { set } = around;
  const [list, setList] = useState(Number(last?.list ?? set.lists[0]?.id ?? 1) || 1);
  const [of, setOf] = useState(USUAL_MEMBERS);
  const [free, setFree] = useState<readonly string[]>([]);
  const id = String(list);
  const members = Array.from({ length: of }, (_, i) => String(i + 1));
  const word: ScanWord = { kind: "members", list: id, free: [...free], of };
  const choices = scanChoices({ ...around, words: free.length > 0 ? [word] : [] });
  const toggle = (n: string) =>
    setFree((f) =>
      f.includes(n) ? f.filter((x) => x !== n) : members.filter((m) => m === n || f.includes(m)),
    );
  return (
    <>
      <Stepper
        label={listWordOf(set)}
        value={list}
        min={1}
        max={MAX_LIST}
        onChange={(n) => {
          setList(n);
          setFree([]);
        }}
      />
      <S.Label>{QUICK_TEXTS.tapFree}</S.Label>
      <S.Numbers>
        {members.map((n) => (
          <S.NumberMark key={n} aria-pressed={free.includes(n)} onClick={() => toggle(n)}>
            {n}
          </S.NumberMark>
        ))}
      </S.Numbers>
      {free.length > 0 && <S.Hint aria-live="polite">{QUICK_TEXTS.freeOf(free.length, of)}</S.Hint>}
      <Offers
        choices={choices.slice(0, OFFERED)}
        set={set}
        last={last}
        empty={null}
        onUse={(p) => {
          onHeard(word);
          onUse(p, "scan");
        }}
      />
      <Stepper
        label={QUICK_TEXTS.has}
        value={of}
        min={2}
        max={MAX_MEMBERS}
        onChange={(n) => {
          setOf(n);
          setFree((f) => f.filter((x) => Number(x) <= n));
        }}
      />
    </>
  );
}

/** How many of a list are free: then one of its numbers is taken as the screen offers it. */
function Count({
  around,
  onHeard,
  onUse,
}: {
  around: Around;
  onHeard: (word: ScanWord) => void;
  onUse: (place: QuickPlace, from: PlaceFrom) => void;
}) {
  const { set } = around;
  const [list, setList] = useState(1);
  const [free, setFree] = useState(USUAL_MEMBERS);
  const id = String(list);
  const known = membersOf(set, id);
  const of = Math.max(free, known.length, USUAL_MEMBERS);
  return (
    <>
      <Stepper label={listWordOf(set)} value={list} min={1} max={MAX_LIST} onChange={setList} />
      <Stepper
        label={QUICK_TEXTS.freeCount}
        value={free}
        min={0}
        max={MAX_MEMBERS}
        onChange={setFree}
      />
      {free === 0 ? (
        <S.Wrong>{QUICK_TEXTS.noneFree}</S.Wrong>
      ) : (
        <>
          <S.Label>{QUICK_TEXTS.tapFirst}</S.Label>
          <S.Numbers>
            {Array.from({ length: of }, (_, i) => String(i + 1)).map((n) => (
              <S.NumberMark
                key={n}
                aria-label={QUICK_TEXTS.takeIt(`${id}.${n}`)}
                onClick={() => {
                  onHeard({ kind: "count", list: id, free, of });
                  onUse(completed(set, { list: id, number: n, frequencyHz: null }), "scan");
                }}
              >
                {n}
              </S.NumberMark>
            ))}
          </S.Numbers>
        </>
      )}
    </>
  );
}

/** One place that its search stopped at, or the quietest of its graph. */
function Told({
  kind,
  around,
  onHeard,
  onUse,
}: {
  kind: "proposal" | "graph";
  around: Around;
  onHeard: (word: ScanWord) => void;
  onUse: (place: QuickPlace, from: PlaceFrom) => void;
}) {
  const [text, setText] = useState("");
  const hz = readMhz(text);
  const place: QuickPlace | null =
    hz === null ? null : { list: null, number: null, frequencyHz: hz };
  const choice = place && assess(place, "scan", around);
  const take = (p: QuickPlace) => {
    onHeard({ kind, place: p });
    onUse(p, "scan");
  };
  return (
    <>
      <TextInput
        label={QUICK_TEXTS.mhzShown}
        value={text}
        onChange={setText}
        isNumber
        placeholder="531.425"
        {...(place && choice?.problem === null ? { onEnter: () => take(place) } : {})}
      />
      {choice && <Offers choices={[choice]} set={around.set} onUse={take} empty={null} />}
    </>
  );
}

/** A number as it was handed over, in the set's own form or in megahertz. */
function readGiven(set: QuickSet, text: string): QuickPlace | null {
  const read = readUnitNumber(modelsOf(set).receiver, text);
  if (read.ok) return completed(set, { list: null, number: null, frequencyHz: read.value });
  const hz = readMhz(text);
  const told = hz === null ? null : { list: null, number: null, frequencyHz: hz };
  if (told && set.ranges.some((r) => told.frequencyHz >= r.lowHz && told.frequencyHz <= r.highHz))
    return completed(set, told);
  // a list and a number in it, however they are parted
  const [list, number, ...more] = text.match(/\d{1,3}/g) ?? [];
  if (goesByLists(set) && list !== undefined && number !== undefined && more.length === 0)
    return completed(set, { list, number, frequencyHz: null });
  return told;
}

function Given({
  around,
  onUse,
}: {
  around: Around;
  onUse: (place: QuickPlace, from: PlaceFrom) => void;
}) {
  const [text, setText] = useState("");
  const place = text.trim() === "" ? null : readGiven(around.set, text);
  return (
    <>
      <TextInput label={QUICK_TEXTS.givenNumber} value={text} onChange={setText} isNumber />
      {text.trim() !== "" && !place && <S.Wrong>{QUICK_TEXTS.unreadable(text.trim())}</S.Wrong>}
      {place && (
        <Offers
          choices={[assess(place, "given", around)]}
          set={around.set}
          onUse={(p) => onUse(p, "given")}
          empty={null}
        />
      )}
    </>
  );
}

/** Numbers to use, the best first, each with what stands behind it. */
function Offers({
  choices,
  set,
  last = null,
  empty,
  onUse,
}: {
  choices: readonly QuickChoice[];
  set: QuickSet;
  last?: QuickPlace | null;
  empty: string | null;
  onUse: (place: QuickPlace) => void;
}) {
  if (choices.length === 0) return empty === null ? null : <S.Wrong>{empty}</S.Wrong>;
  const lastText = last && placeText(set, last);
  return (
    <S.Column>
      {choices.map((c, i) => {
        const text = placeText(set, c.place);
        const hz = c.place.frequencyHz;
        return (
          <Large
            key={text}
            isMain={i === 0 && c.problem === null}
            about={choiceWords(c)}
            detail={hz !== null && formatMhz(hz) !== text ? formatMhz(hz) : undefined}
            onPress={() => onUse(c.place)}
          >
            {c.problem
              ? `${QUICK_TEXTS.warned}: ${text}`
              : text === lastText
                ? QUICK_TEXTS.keep(text)
                : i === 0
                  ? QUICK_TEXTS.takeIt(text)
                  : QUICK_TEXTS.nextBest(text)}
          </Large>
        );
      })}
    </S.Column>
  );
}
