import { useState } from "react";
import { FileTrigger } from "react-aria-components";
import { useFetcher } from "react-router";
import styled from "styled-components";
import type { ScenePreview } from "../../../server/services/preparation.server";
import { count, formatClock } from "../../../contract/format";
import { SCENE_FIELD_WORDS, sceneNoteWords, sceneProblemWords } from "../../../contract/prepWords";
import { SCENE_FIELDS, type ColumnMap } from "../../../core/day/sceneTable";
import { Button, PrimaryButton, QuietButton } from "../../ui/Button/Button";
import { SelectField } from "../../ui/Field/Field";
import { Notice } from "../../ui/Notice/Notice";
import { Figure, Heading, Row, Soft, Stack, Table } from "../../ui/Page/Page";
import { Settings } from "../../ui/Page/Split";
import { Status } from "../../ui/Status/Status";
import type { Reply } from "../shared/reply";
import type { PrepareIntent } from "./intents";

export type PreviewReply = Reply & { preview?: ScenePreview };

const MOST_FILE_BYTES = 2_000_000;
const NO_COLUMN = -1;

/** Reads a scene list, shows what would come of it row by row, and takes it over only when told. */
export function SceneImport({ seenVersion, onImport }: { seenVersion: number; onImport: (intent: PrepareIntent) => void }) {
  const fetcher = useFetcher<PreviewReply>();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const ask = (text: string, map: ColumnMap | null) => void fetcher.submit({ intent: "preview", text, map } as never, { method: "post", encType: "application/json" });
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(null);
    if (chosen.size > MOST_FILE_BYTES) return setRefused(`"${chosen.name}" is far larger than a day's scenes (${Math.round(chosen.size / 1_000_000)} MB). It was not read; the scenes are as they were.`);
    const text = await chosen.text();
    setRefused(null);
    setFile({ name: chosen.name, text });
    ask(text, null);
    return undefined;
  };
  const preview = file && fetcher.data?.ok ? fetcher.data.preview : undefined;
  const bad = preview?.rows.filter((r) => !r.scene).length ?? 0;
  const good = (preview?.rows.length ?? 0) - bad;
  const take = (leaveOutBad: boolean) => {
    if (!file || !preview) return;
    onImport({ intent: "import", text: file.text, map: preview.map, leaveOutBad, seenVersion });
    setFile(null);
  };

  return (
    <Stack $gapPx={10}>
      <Row>
        <FileTrigger acceptedFileTypes={[".csv", "text/csv", "text/plain"]} onSelect={(files) => void read(files?.[0])}><Button>Read a scene list</Button></FileTrigger>
        <Soft>CSV with a line of headings; nothing is taken over before you say so</Soft>
      </Row>
      {refused && <Notice kind="refused">{refused}</Notice>}
      {file && fetcher.state === "idle" && fetcher.data && !fetcher.data.ok && <Notice kind="refused">{fetcher.data.message}</Notice>}
      {file && preview && (
        <Panel aria-label="Preview of the scene list">
          <Heading as="h3">{`"${file.name}": ${count(good, "scene")} can be taken over${bad > 0 ? `, ${count(bad, "row")} cannot` : ""}`}</Heading>
          <Settings>
            {SCENE_FIELDS.map((field) => (
              <SelectField
                key={field} label={SCENE_FIELD_WORDS[field]} value={preview.map[field] ?? NO_COLUMN}
                choices={[{ id: NO_COLUMN, label: "no column" }, ...preview.heading.map((h, i) => ({ id: i, label: h.trim() === "" ? `column ${i + 1}` : h.slice(0, 40) }))]}
                onChange={(at) => ask(file.text, { ...preview.map, [field]: at === NO_COLUMN ? null : at })}
              />
            ))}
          </Settings>
          <Scroll tabIndex={0} aria-label="Rows of the list">
            <Table>
              <thead><tr><th>Row</th><th>Scene</th><th>Times</th><th>Who speaks</th><th>What it will be</th></tr></thead>
              <tbody>
                {preview.rows.map((r, i) => (
                  <tr key={r.row}>
                    <th scope="row"><Figure>{r.row}</Figure></th>
                    <td data-label="Scene"><b>{r.scene?.number}</b> {r.scene ? r.scene.title.slice(0, 60) : (preview.cells[i] ?? []).join(" · ").slice(0, 80)}</td>
                    <td data-label="Times">{r.scene && <Figure>{`${formatClock(r.scene.startMs)}–${formatClock(r.scene.endMs)}`}</Figure>}</td>
                    <td data-label="Who">{r.scene?.speakers.join(", ")}</td>
                    <td data-wide>
                      {r.problems.length > 0 ? <Status status="problem">{r.problems.map(sceneProblemWords).join("; ")}</Status>
                        : r.notes.length > 0 ? <Status status="stale">{r.notes.map(sceneNoteWords).join("; ")}</Status>
                        : <Status status="done">{r.scene?.isRepeatable ? "a scene" : "a scene that happens once"}</Status>}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </Scroll>
          <Row>
            {bad === 0 && <PrimaryButton isDisabled={good === 0} onPress={() => take(false)}>{`Take over ${count(good, "scene")}`}</PrimaryButton>}
            {bad > 0 && <PrimaryButton isDisabled={good === 0} onPress={() => take(true)}>{`Leave ${count(bad, "row")} out, take over ${count(good, "scene")}`}</PrimaryButton>}
            <QuietButton onPress={() => setFile(null)}>Drop it</QuietButton>
          </Row>
        </Panel>
      )}
    </Stack>
  );
}

const Panel = styled.section`display: flex; flex-direction: column; gap: 14px; border-left: 4px solid var(--accent); padding: 4px 0 8px 16px;`;
const Scroll = styled.div`max-height: 380px; overflow: auto;`;
