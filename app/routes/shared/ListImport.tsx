import { useState, type ReactNode } from "react";
import { FileTrigger } from "react-aria-components";
import { useFetcher } from "react-router";
import styled from "styled-components";
import { count } from "~/contract/messages/format";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Heading, Panel, Row, Soft, Stack, Table } from "~/app/ui/Page/Page";
import { Settings } from "~/app/ui/Page/Split";
import { Status } from "~/app/ui/Status/Status";
import type { Reply } from "~/contract/schemas/reply";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";

/** A list as the server understood it, nothing kept yet. */
export interface ListPreview<Field extends string, RowOf> {
  heading: string[];
  map: Record<Field, number | null>;
  rows: RowOf[];
  cells: string[][];
}

export type PreviewReply<Preview> = Reply & { preview?: Preview };

/** How one row of a preview reads. */
export interface RowWords {
  row: number;
  isGood: boolean;
  cells: ReactNode[];
  problems: string[];
  notes: string[];
  /** What a good row will be. */
  becomes: string;
}

export interface ListImportProps<Field extends string, RowOf> {
  button: string;
  hint: string;
  /** "scene" or "line": what a good row becomes. */
  thing: string;
  fields: readonly { id: Field; label: string }[];
  columns: readonly string[];
  wordsOf: (row: RowOf) => RowWords;
  onImport: (p: { text: string; map: Record<Field, number | null>; leaveOutBad: boolean }) => void;
}

const MAX_FILE_BYTES = 2_000_000;
const NO_COLUMN = -1;

/**
 * Reads a list from a file, shows row by row what would come of it, and takes it over only when
 * told.
 */
export function ListImport<Field extends string, RowOf>({
  button,
  hint,
  thing,
  fields,
  columns,
  wordsOf,
  onImport,
}: ListImportProps<Field, RowOf>) {
  const fetcher = useFetcher<PreviewReply<ListPreview<Field, RowOf>>>();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const ask = (text: string, map: Record<Field, number | null> | null) =>
    void fetcher.submit(
      { intent: "preview", text, map },
      {
        method: "post",
        encType: "application/json",
      },
    );
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(null);
    if (chosen.size > MAX_FILE_BYTES) {
      setRefused(SHARED_TEXTS.isFarTooLarge(chosen.name, Math.round(chosen.size / 1_000_000)));
      return;
    }
    const text = await chosen.text();
    setRefused(null);
    setFile({ name: chosen.name, text });
    ask(text, null);
  };
  const preview = file && fetcher.data?.ok ? fetcher.data.preview : undefined;
  const rows = preview?.rows.map(wordsOf) ?? [];
  const bad = rows.filter((r) => !r.isGood).length;
  const good = rows.length - bad;
  const take = (leaveOutBad: boolean) => {
    if (!file || !preview) return;
    onImport({ text: file.text, map: preview.map, leaveOutBad });
    setFile(null);
  };

  return (
    <Stack $gapPx={10}>
      <Row>
        <FileTrigger
          acceptedFileTypes={[".csv", ".ics", "text/csv", "text/plain", "text/calendar"]}
          onSelect={(files) => void read(files?.[0])}
        >
          <Button>{button}</Button>
        </FileTrigger>
        <Soft>{hint}</Soft>
      </Row>
      {refused && <Notice kind="refused">{refused}</Notice>}
      {file && fetcher.state === "idle" && fetcher.data && !fetcher.data.ok && (
        <Notice kind="refused">{fetcher.data.message}</Notice>
      )}
      {file && preview && (
        <Panel aria-label={SHARED_TEXTS.previewOfTheList}>
          <Heading as="h3">
            {SHARED_TEXTS.canBeImported(
              file.name,
              count(good, thing),
              bad > 0 ? SHARED_TEXTS.cannot(count(bad, "row")) : "",
            )}
          </Heading>
          <Settings>
            {fields.map(({ id, label }) => (
              <SelectField
                key={id}
                label={label}
                value={preview.map[id] ?? NO_COLUMN}
                choices={[
                  { id: NO_COLUMN, label: SHARED_TEXTS.noColumn },
                  ...preview.heading.map((h, i) => ({
                    id: i,
                    label: h.trim() === "" ? SHARED_TEXTS.column(i + 1) : h.slice(0, 40),
                  })),
                ]}
                onChange={(at) =>
                  ask(file.text, { ...preview.map, [id]: at === NO_COLUMN ? null : at })
                }
              />
            ))}
          </Settings>
          <Scroll tabIndex={0} aria-label={SHARED_TEXTS.rowsOfTheList}>
            <Table>
              <thead>
                <tr>
                  <th>{SHARED_TEXTS.row}</th>
                  {columns.map((c) => (
                    <th key={c}>{c}</th>
                  ))}
                  <th>{SHARED_TEXTS.result}</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((r, i) => (
                  <tr key={r.row}>
                    <th scope="row">
                      <Figure>{r.row}</Figure>
                    </th>
                    {r.isGood ? (
                      r.cells.map((cell, k) => (
                        <td key={columns[k]} data-label={columns[k]}>
                          {cell}
                        </td>
                      ))
                    ) : (
                      <td colSpan={columns.length} data-wide>
                        {(preview.cells[i] ?? []).join(" · ").slice(0, 120)}
                      </td>
                    )}
                    <td data-wide>
                      {r.problems.length > 0 ? (
                        <Status status="problem">{r.problems.join("; ")}</Status>
                      ) : r.notes.length > 0 ? (
                        <Status status="stale">{r.notes.join("; ")}</Status>
                      ) : (
                        <Status status="done">{r.becomes}</Status>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </Scroll>
          <Row>
            <PrimaryButton
              why={good === 0 ? SHARED_TEXTS.noRowCanBeRead : null}
              onPress={() => take(bad > 0)}
            >
              {bad > 0
                ? SHARED_TEXTS.skipImport(count(bad, "row"), count(good, thing))
                : SHARED_TEXTS.import(count(good, thing))}
            </PrimaryButton>
            <QuietButton onPress={() => setFile(null)}>{SHARED_TEXTS.cancel}</QuietButton>
          </Row>
        </Panel>
      )}
    </Stack>
  );
}

const Scroll = styled.div`
  max-height: 380px;
  overflow: auto;
`;
