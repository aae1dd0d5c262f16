// How easily the texts read: `npm run readability` prints both measures and the heaviest sentences;
// with `--json` as data, for the test that holds them.
// Flesch reading ease, R. Flesch, "A new readability yardstick" (1948), from memory:
// 206.835 − 1.015 · words per sentence − 84.6 · syllables per word. 60–70 is plain English. A
// sentence ends at . ? ! and, as a thought of its own, at : and ; too.
import { syllable } from "syllable";
import { allTexts } from "./texts.mjs";

/** What reads as a sentence: labels and table heads are no sentences. */
const MIN_WORDS = 4;

/** What is put in stands as one short word; figures, units and file names are not spelt out. */
const spoken = (text) =>
  text
    .replace(/\b\S*\.(csv|json|ics|pdf|zip)\b/gi, " file ")
    .replace(/…/g, " x ")
    .replace(/[\d.,]*\d\s*(k|M|G)?(Hz|B|m|W|V)?\b/g, " x ")
    .replace(/\b(dB\w*|[kMG]?Hz|mW|mV|kΩ|Ω|µV|AA|TV|RF|IM|CSV|JSON|PDF|QR)\b/g, " x ");

const sentencesOf = (text) =>
  spoken(text)
    .split(/(?<=[.?!:;])\s+/)
    .map((s) => s.match(/[\p{L}’'-]+/gu) ?? [])
    .filter((words) => words.length >= MIN_WORDS);

/** Both measures of some texts. */
export function readability(texts) {
  let [sentences, words, syllables] = [0, 0, 0];
  for (const { text } of texts)
    for (const sentence of sentencesOf(text)) {
      sentences += 1;
      words += sentence.length;
      syllables += sentence.reduce((n, word) => n + Math.max(1, syllable(word)), 0);
    }
  return {
    sentences,
    wordsPerSentence: words / sentences,
    fleschReadingEase: 206.835 - 1.015 * (words / sentences) - 84.6 * (syllables / words),
  };
}

/** The sentences with most words. */
export const heaviest = (texts, most = 25) =>
  texts
    .flatMap(({ path, line, text }) =>
      sentencesOf(text).map((words) => ({ path, line, words: words.length, text })),
    )
    .sort((a, b) => b.words - a.words)
    .slice(0, most);

if (process.argv[1]?.endsWith("readability.mjs")) {
  const texts = allTexts();
  const told = readability(texts);
  if (process.argv.includes("--json")) process.stdout.write(JSON.stringify(told));
  else {
    console.log(
      `${told.sentences} sentences, ${told.wordsPerSentence.toFixed(1)} words in each, Flesch reading ease ${told.fleschReadingEase.toFixed(1)}\n`,
    );
    for (const { path, line, words, text } of heaviest(texts))
      console.log(`${String(words).padStart(3)}  ${path}:${line}  ${text}`);
  }
}
