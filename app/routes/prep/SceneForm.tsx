import { useState } from "react";
import { formatClock } from "~/contract/messages/format";
import { sceneNoteWords, sceneProblemWords } from "~/contract/messages/prep";
import type { Scene } from "~/core/schedule/scenes";
import { readTypedScene, type SceneTold } from "~/core/schedule/sceneTable";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField, SwitchField, TextField } from "~/app/ui/Field/Field";
import { Heading, Panel, Row, Soft } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { Status } from "~/app/ui/Status/Status";
import { useDay } from "~/app/routes/shared/useDay";

const NO_PLACE = 0;

export interface SceneFormProps {
  /** The scene to change; null for a new one. */
  scene: Scene | null;
  others: readonly Scene[];
  isBusy: boolean;
  onKeep: (told: SceneTold) => void;
  onStrike: () => void;
  onDrop: () => void;
}

/** One scene, read by the rules of a list's row while it is typed. */
export function SceneForm({ scene, others, isBusy, onKeep, onStrike, onDrop }: SceneFormProps) {
  const { places, channels } = useDay();
  const last = others.at(-1);
  const [told, setTold] = useState<SceneTold>({
    number: scene?.number ?? "",
    title: scene?.title ?? "",
    placeId: scene ? scene.placeId : (last?.placeId ?? places[0]?.id ?? null),
    start: formatClock(scene?.startMs ?? last?.endMs ?? places[0]?.startMs ?? 0),
    end: formatClock(scene?.endMs ?? (last?.endMs ?? places[0]?.startMs ?? 0) + 3_600_000),
    speakers: scene?.speakers.join(", ") ?? "",
    isRepeatable: scene?.isRepeatable ?? true,
  });
  const [isTouched, setTouched] = useState(scene !== null);
  const change = (part: Partial<SceneTold>) => {
    setTold((t) => ({ ...t, ...part }));
    setTouched(true);
  };
  const read = readTypedScene(
    told,
    others.map((s) => s.number),
  );
  const known = [
    ...new Set([...channels.map((c) => c.talker), ...others.flatMap((s) => s.speakers)]),
  ]
    .filter((n) => !told.speakers.toLowerCase().includes(n.toLowerCase()))
    .slice(0, 8);
  return (
    <Panel aria-label={scene ? `Change scene ${scene.number}` : "A new scene"}>
      <Heading as="h3">{scene ? `Scene ${scene.number}` : "A new scene"}</Heading>
      <Settings>
        <TextField
          label="Scene number"
          value={told.number}
          onChange={(number) => change({ number })}
          widthCh={7}
          isFocused
        />
        <TextField
          label="Title"
          value={told.title}
          onChange={(title) => change({ title })}
          widthCh={24}
        />
        <SelectField
          label="Place"
          value={told.placeId ?? NO_PLACE}
          onChange={(id) => change({ placeId: id === NO_PLACE ? null : id })}
          choices={[
            ...places.map((p) => ({ id: p.id, label: p.name })),
            { id: NO_PLACE, label: "none of these" },
          ]}
        />
        <TextField
          label="From"
          value={told.start}
          onChange={(start) => change({ start })}
          widthCh={7}
        />
        <TextField label="To" value={told.end} onChange={(end) => change({ end })} widthCh={7} />
        <TextField
          label="Who speaks"
          value={told.speakers}
          onChange={(speakers) => change({ speakers })}
          widthCh={30}
          placeholder="names, parted by commas"
        />
      </Settings>
      {known.length > 0 && (
        <Row style={{ gap: 0 }}>
          {known.map((n) => (
            <QuietButton
              key={n}
              onPress={() =>
                change({
                  speakers:
                    told.speakers.trim() === ""
                      ? n
                      : `${told.speakers.replace(/[,\s]+$/, "")}, ${n}`,
                })
              }
            >{`+ ${n}`}</QuietButton>
          ))}
        </Row>
      )}
      <SwitchField
        isSelected={told.isRepeatable}
        onChange={(isRepeatable) => change({ isRepeatable })}
      >
        can be done again
      </SwitchField>
      {!told.isRepeatable && (
        <Soft as="p">
          Radio that is hit in the middle cannot be mended: each of them gets a wired recorder as
          well.
        </Soft>
      )}
      {isTouched && [
        ...read.problems.map(sceneProblemWords).map((w) => (
          <Status key={w} status="problem">
            {w}
          </Status>
        )),
        ...read.notes.map(sceneNoteWords).map((w) => (
          <Status key={w} status="stale">
            {w}
          </Status>
        )),
      ]}
      <Row>
        <PrimaryButton
          isDisabled={isBusy}
          why={read.scene === null ? (read.problems.map(sceneProblemWords)[0] ?? null) : null}
          onPress={() => onKeep(told)}
        >
          {scene ? "Keep the change" : "Add the scene"}
        </PrimaryButton>
        {scene && (
          <QuietButton
            isDisabled={isBusy}
            onPress={onStrike}
          >{`Strike scene ${scene.number}`}</QuietButton>
        )}
        <QuietButton onPress={onDrop}>Drop it</QuietButton>
      </Row>
    </Panel>
  );
}
