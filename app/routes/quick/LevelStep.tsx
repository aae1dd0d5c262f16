import { useMemo, useState } from "react";
import { formatDb, formatDbfs } from "~/contract/messages/format";
import { gainAdviceWords, trapWords } from "~/contract/messages/level";
import { QUICK_VOICE_WORDS } from "~/contract/messages/quick";
import { QUICK_TEXTS } from "~/contract/messages/screens/quick";
import type { Effort } from "~/core/audio/levelChain";
import { SOURCE_RULES } from "~/core/kit/sources";
import { adviceOf, levelOf, QUICK_VOICES } from "~/core/quick/level";
import { modelsOf, type QuickSet } from "~/core/quick/quickSet";
import type { QuickLevelSet } from "~/core/quick/session";
import { Answer } from "~/app/ui/Page/Page";
import { ChinPicture } from "./ChinPicture";
import { inputText } from "./inputText";
import { Chips, Large, TextInput } from "./parts";
import * as S from "./quick.styles";
import { TestClip } from "./TestClip";

const VOICES = QUICK_VOICES.map((id) => ({ id, label: QUICK_VOICE_WORDS[id] ?? id }));
const PLACES = [
  { id: 0, label: QUICK_TEXTS.quietPlace },
  { id: 1, label: QUICK_TEXTS.noisy },
] as const;
/** Of what spoils a level the first ones are told: what would have gone wrong here. */
const MAX_TRAPS = 2;

/** Where each stage stands for this voice, and what to turn after its meter was read. */
export function LevelStep({
  set,
  isPractice,
  standing,
  onLevel,
}: {
  set: QuickSet;
  /** Whether a simulated talker can say a line. */
  isPractice: boolean;
  standing: QuickLevelSet | null;
  onLevel: (level: QuickLevelSet) => void;
}) {
  const [voice, setVoice] = useState<Effort>(standing?.voice ?? "normal");
  const [isNoisy, setNoisy] = useState(standing?.isNoisy ?? false);
  const [seen, setSeen] = useState("");
  const [isPressed, setPressed] = useState(false);
  const { input } = useMemo(() => modelsOf(set), [set]);
  const start = useMemo(() => levelOf(set, { voice, isNoisy }), [set, voice, isNoisy]);
  const seenDbfs = /^\s*[-−–]?\d{1,2}([.,]\d)?\s*$/.test(seen)
    ? -Math.abs(Number(seen.replace(/[−–]/, "-").replace(",", ".")))
    : null;
  const level: QuickLevelSet = {
    voice,
    isNoisy,
    gainDb: start.gainDb,
    outputDb: start.outputDb,
    inputGainDb: start.inputGainDb,
    seenDbfs,
  };
  const names = {
    pack: QUICK_TEXTS.pack,
    receiver: QUICK_TEXTS.receiver,
    input: input.name,
  };
  const show = (control: "pack" | "receiver" | "input", db: number): string =>
    control === "input" ? inputText(set, db) : formatDb(db);
  const { isWorn } = SOURCE_RULES[set.source];
  return (
    <>
      <Answer>{QUICK_TEXTS.level}</Answer>
      <Chips label={QUICK_TEXTS.voice} choices={VOICES} value={voice} onChange={setVoice} />
      <Chips
        label={QUICK_TEXTS.around}
        choices={PLACES}
        value={isNoisy ? 1 : 0}
        onChange={(n) => setNoisy(n === 1)}
      />
      <S.Lines>
        <dt>{QUICK_TEXTS.packGain}</dt>
        <dd>{formatDb(start.gainDb)}</dd>
        <dt>{QUICK_TEXTS.output}</dt>
        <dd>{formatDb(start.outputDb)}</dd>
        <dt>{QUICK_TEXTS.inputMode}</dt>
        <dd>{QUICK_TEXTS.inputSet[set.into]}</dd>
        <dt>{QUICK_TEXTS.input(input.name)}</dt>
        <dd>{inputText(set, start.inputGainDb)}</dd>
        <dt>{QUICK_TEXTS.meterAt}</dt>
        <dd>{formatDbfs(start.loudestDbfs)}</dd>
      </S.Lines>
      <S.Hint>{QUICK_TEXTS.calculated}</S.Hint>
      {start.traps.slice(0, MAX_TRAPS).map((t) => (
        <S.Caution key={t.code}>{trapWords(t, names)}</S.Caution>
      ))}
      <Large isMain onPress={() => onLevel(level)}>
        {QUICK_TEXTS.setAll}
      </Large>
      <TextInput
        label={QUICK_TEXTS.sawPeak}
        value={seen}
        onChange={(text) => {
          setSeen(text);
          setPressed(false);
        }}
        isNumber
        placeholder="-8"
      />
      <TestClip
        line={isPractice ? { set, level } : null}
        onPeak={(peakDbfs, isAgainstEdge) => {
          setSeen(peakDbfs.toFixed(1));
          setPressed(isAgainstEdge);
        }}
      />
      {seenDbfs !== null && (
        <p aria-live="polite">
          {gainAdviceWords(adviceOf(set, level, seenDbfs, isPressed), show, names)}
        </p>
      )}
      {isWorn ? (
        <>
          <ChinPicture />
          <p>
            {SOURCE_RULES[set.source].hasChinRule ? `${QUICK_TEXTS.chin} ` : ""}
            {SOURCE_RULES[set.source].hasChinRule ? QUICK_TEXTS.chinFar : ""}
          </p>
          <S.Caution>{QUICK_TEXTS.skin}</S.Caution>
        </>
      ) : (
        <p>{QUICK_TEXTS.mouth}</p>
      )}
      <S.Hint>{QUICK_TEXTS.headphones}</S.Hint>
    </>
  );
}
