import { useState } from "react";
import { formatClock } from "~/contract/messages/format";
import { sceneNoteWords, sceneProblemWords } from "~/contract/messages/prep";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
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
    <Panel aria-label={scene ? PREP_TEXTS.changeScene(scene.number) : PREP_TEXTS.aNewScene}>
      <Heading as="h3">{scene ? PREP_TEXTS.scene(scene.number) : PREP_TEXTS.aNewScene}</Heading>
      <Settings>
        <TextField
          label={PREP_TEXTS.sceneNumber}
          value={told.number}
          onChange={(number) => change({ number })}
          widthCh={7}
          isFocused
        />
        <TextField
          label={PREP_TEXTS.title}
          value={told.title}
          onChange={(title) => change({ title })}
          widthCh={24}
        />
        <SelectField
          label={PREP_TEXTS.place}
          value={told.placeId ?? NO_PLACE}
          onChange={(id) => change({ placeId: id === NO_PLACE ? null : id })}
          choices={[
            ...places.map((p) => ({ id: p.id, label: p.name })),
            { id: NO_PLACE, label: PREP_TEXTS.noneOfThese },
          ]}
        />
        <TextField
          label={PREP_TEXTS.from}
          value={told.start}
          onChange={(start) => change({ start })}
          widthCh={7}
        />
        <TextField
          label={PREP_TEXTS.to2}
          value={told.end}
          onChange={(end) => change({ end })}
          widthCh={7}
        />
        <TextField
          label={PREP_TEXTS.whoSpeaks}
          value={told.speakers}
          onChange={(speakers) => change({ speakers })}
          widthCh={30}
          placeholder={PREP_TEXTS.namesSeparatedByCommas}
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
        {PREP_TEXTS.canBeRepeated}
      </SwitchField>
      {!told.isRepeatable && <Soft as="p">{PREP_TEXTS.interferenceCannotBeFixedLater}</Soft>}
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
          {scene ? PREP_TEXTS.save : PREP_TEXTS.addTheScene}
        </PrimaryButton>
        {scene && (
          <QuietButton isDisabled={isBusy} onPress={onStrike}>
            {PREP_TEXTS.removeScene(scene.number)}
          </QuietButton>
        )}
        <QuietButton onPress={onDrop}>{PREP_TEXTS.cancel}</QuietButton>
      </Row>
    </Panel>
  );
}
