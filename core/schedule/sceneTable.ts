import { defined } from "~/core/units/items";
import { parseClockText } from "~/core/units/clockText";
import type { Scene } from "./scenes";

/** What a column of a scene list can hold. */
export const SCENE_FIELDS = [
  "number",
  "title",
  "place",
  "start",
  "end",
  "speakers",
  "repeatable",
] as const;
export type SceneField = (typeof SCENE_FIELDS)[number];
/** Which column holds what; null where none does. */
export type ColumnMap = Record<SceneField, number | null>;

export type SceneRowProblem =
  | { code: "number-missing" }
  | { code: "number-taken"; number: string }
  | { code: "number-twice"; number: string; firstRow: number }
  | { code: "time-missing"; field: "start" | "end" }
  | { code: "time-unreadable"; field: "start" | "end"; text: string }
  | { code: "name-too-long"; name: string; length: number }
  | { code: "repeatable-unreadable"; text: string };

export type SceneRowNote =
  { code: "over-midnight" } | { code: "place-unknown"; text: string } | { code: "nobody-speaks" };

/**
 * One row of a list: the scene, or what keeps it from being one. `row` counts from 1, the heading
 * included.
 */
export interface SceneRow {
  row: number;
  scene: Scene | null;
  problems: SceneRowProblem[];
  notes: SceneRowNote[];
}

const HEADINGS: Record<SceneField, RegExp> = {
  number: /^(scene|sc|no|nr|number|scene ?(no|nr|number))\.?$/i,
  title: /^(title|description|synopsis|what|summary|action)$/i,
  place: /^(place|location|set|where)$/i,
  start: /^(start|from|begin|begins|time|call)$/i,
  end: /^(end|to|until|ends|wrap)$/i,
  speakers: /^(speakers?|speaks|cast|who|talent|talkers?|characters?|voices)$/i,
  repeatable: /^(repeatable|repeat|retake|retakes|again|can repeat)$/i,
};

/** Which column is which, by its heading. */
export function guessColumns(heading: readonly string[]): ColumnMap {
  const map = Object.fromEntries(SCENE_FIELDS.map((f) => [f, null])) as ColumnMap;
  for (const field of SCENE_FIELDS) {
    const at = heading.findIndex((h) => HEADINGS[field].test(h.trim()));
    if (at >= 0) map[field] = at;
  }
  return map;
}

/** A scene as a form tells it: times and speakers as they are typed. */
export interface SceneTold {
  number: string;
  title: string;
  placeId: number | null;
  start: string;
  end: string;
  speakers: string;
  isRepeatable: boolean;
}

/** Reads a typed scene by the rules of a list's row. @param others - numbers that are taken */
export function readTypedScene(
  told: SceneTold,
  others: readonly string[],
): { scene: Scene | null; problems: SceneRowProblem[]; notes: SceneRowNote[] } {
  const map = Object.fromEntries(
    SCENE_FIELDS.map((f, i) => [f, f === "place" ? null : i]),
  ) as ColumnMap;
  const cells: Record<SceneField, string> = {
    number: told.number,
    title: told.title,
    place: "",
    start: told.start,
    end: told.end,
    speakers: told.speakers,
    repeatable: told.isRepeatable ? "yes" : "no",
  };
  const [row] = readSceneTable([SCENE_FIELDS.map((f) => cells[f])], map, []);
  const taken = others.indexOf(told.number.trim());
  const problems: SceneRowProblem[] = [
    ...(row?.problems ?? []),
    ...(taken >= 0 ? [{ code: "number-taken" as const, number: told.number.trim() }] : []),
  ];
  return {
    problems,
    notes: row?.notes ?? [],
    scene: row?.scene && problems.length === 0 ? { ...row.scene, placeId: told.placeId } : null,
  };
}

export const MAX_NAME_LENGTH = 80;
const DAY_MS = 86_400_000;
const YES = /^(y|yes|true|1|x|ja|oui|si|sí)$/i;
const NO = /^(n|no|false|0|-|nein|non|once)$/i;

/**
 * Reads the rows under a heading as scenes. Every row is judged by itself, so that a preview can
 * show what is wrong where; nothing is guessed. An end before its start is after midnight. Speakers
 * are parted by ; , / + & or line ends.
 * @param rows - cells, without the heading @param places - by which a place's name is known, case
 *   aside
 */
export function readSceneTable(
  rows: readonly (readonly string[])[],
  map: ColumnMap,
  places: readonly { id: number; name: string }[],
): SceneRow[] {
  const seen = new Map<string, number>();
  return rows.flatMap((cells, i): SceneRow[] => {
    const row = i + 2;
    const cell = (field: SceneField): string =>
      map[field] === null ? "" : (cells[map[field]] ?? "").trim();
    if (cells.every((c) => c.trim() === "")) return [];
    const problems: SceneRowProblem[] = [];
    const notes: SceneRowNote[] = [];
    const number = cell("number");
    if (number === "") problems.push({ code: "number-missing" });
    else if (seen.has(number))
      problems.push({ code: "number-twice", number, firstRow: defined(seen.get(number)) });
    else seen.set(number, row);
    const time = (field: "start" | "end"): number => {
      const read = parseClockText(cell(field));
      if (read.ok) return read.value;
      problems.push(
        read.error.code === "clock-empty"
          ? { code: "time-missing", field }
          : { code: "time-unreadable", field, text: read.error.text },
      );
      return NaN;
    };
    const startMs = time("start");
    let endMs = time("end");
    if (endMs <= startMs) {
      endMs += DAY_MS;
      notes.push({ code: "over-midnight" });
    }
    const speakers = [
      ...new Set(
        cell("speakers")
          .split(/[;,/+&\n]|\s+and\s+/i)
          .map((n) => n.trim().replace(/\s+/g, " "))
          .filter(Boolean),
      ),
    ];
    for (const name of speakers)
      if (Array.from(name).length > MAX_NAME_LENGTH)
        problems.push({
          code: "name-too-long",
          name: `${Array.from(name).slice(0, 20).join("")}…`,
          length: Array.from(name).length,
        });
    if (speakers.length === 0) notes.push({ code: "nobody-speaks" });
    const placeText = cell("place");
    const place = places.find((p) => p.name.toLowerCase() === placeText.toLowerCase()) ?? null;
    if (placeText !== "" && !place)
      notes.push({ code: "place-unknown", text: placeText.slice(0, MAX_NAME_LENGTH) });
    const again = cell("repeatable");
    if (again !== "" && !YES.test(again) && !NO.test(again))
      problems.push({ code: "repeatable-unreadable", text: again.slice(0, 20) });
    const scene: Scene = {
      number,
      title: Array.from(cell("title")).slice(0, 300).join(""),
      placeId: place?.id ?? null,
      startMs,
      endMs,
      speakers,
      isRepeatable: !NO.test(again),
    };
    return [{ row, scene: problems.length === 0 ? scene : null, problems, notes }];
  });
}
