import type { PrepareIntent } from "./intents";
import { formatClock } from "~/contract/messages/format";
import { SCENE_FIELD_WORDS, sceneNoteWords, sceneProblemWords } from "~/contract/messages/prep";
import { SCENE_FIELDS, type SceneField, type SceneRow } from "~/core/schedule/sceneTable";
import { Figure } from "~/app/ui/Page/Page";
import { ListImport, type RowWords } from "~/app/routes/shared/ListImport";

const FIELDS = SCENE_FIELDS.map((id) => ({ id, label: SCENE_FIELD_WORDS[id] }));

function wordsOf({ row, scene, problems, notes }: SceneRow): RowWords {
  return {
    row,
    isGood: scene !== null,
    problems: problems.map(sceneProblemWords),
    notes: notes.map(sceneNoteWords),
    becomes: scene?.isRepeatable ? "a scene" : "a scene that happens once",
    cells: scene
      ? [
          <span key="s">
            <b>{scene.number}</b> {scene.title.slice(0, 60)}
          </span>,
          <Figure key="t">{`${formatClock(scene.startMs)}–${formatClock(scene.endMs)}`}</Figure>,
          scene.speakers.join(", "),
        ]
      : [],
  };
}

export function SceneImport({
  expectedVersion,
  onImport,
}: {
  expectedVersion: number;
  onImport: (intent: PrepareIntent) => void;
}) {
  return (
    <ListImport<SceneField, SceneRow>
      button="Read a scene list"
      hint="CSV with a line of headings, or a calendar (iCalendar); nothing is taken over before you say so"
      thing="scene"
      fields={FIELDS}
      columns={["Scene", "Times", "Who speaks"]}
      wordsOf={wordsOf}
      onImport={(p) => onImport({ intent: "import", ...p, expectedVersion })}
    />
  );
}
