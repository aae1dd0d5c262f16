import type { PrepareIntent } from "./intents";
import { formatClock } from "~/contract/messages/format";
import { SCENE_FIELD_WORDS, sceneNoteWords, sceneProblemWords } from "~/contract/messages/prep";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
import { SCENE_FIELDS, type SceneField, type SceneRow } from "~/core/schedule/sceneTable";
import { isSameScene, type Scene } from "~/core/schedule/scenes";
import { Figure } from "~/app/ui/Page/Page";
import { ListImport, type RowWords } from "~/app/routes/shared/ListImport";

const FIELDS = SCENE_FIELDS.map((id) => ({ id, label: SCENE_FIELD_WORDS[id] }));

/** What a row becomes, and what it would take the place of. */
const wordsOf =
  (standing: readonly Scene[]) =>
  ({ row, scene, problems, notes }: SceneRow): RowWords => {
    const before = scene && standing.find((s) => isSameScene(s, scene));
    return {
      row,
      isGood: scene !== null,
      problems: problems.map(sceneProblemWords),
      notes: notes.map(sceneNoteWords),
      becomes: `${scene?.isRepeatable ? "a scene" : PREP_TEXTS.aSceneThatCannot}${before ? PREP_TEXTS.inThePlace(before.number, formatClock(before.startMs), formatClock(before.endMs)) : ""}`,
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
  };

export function SceneImport({
  standing,
  expectedVersion,
  onImport,
}: {
  /** The scenes that stand. */
  standing: readonly Scene[];
  expectedVersion: number;
  onImport: (intent: PrepareIntent) => void;
}) {
  return (
    <ListImport<SceneField, SceneRow>
      button={PREP_TEXTS.readASceneList}
      hint={PREP_TEXTS.csvWithALine}
      thing="scene"
      fields={FIELDS}
      columns={["Scene", "Times", PREP_TEXTS.whoSpeaks]}
      wordsOf={wordsOf(standing)}
      onImport={(p) => onImport({ intent: "import", ...p, expectedVersion })}
    />
  );
}
