import { type KeyboardEvent, useRef, useState } from "react";
import * as S from "./DataGrid.styles";

/** How a cell is changed. */
export type CellEdit<Row> =
  | { kind: "text"; value: (row: Row) => string; commit: (row: Row, text: string) => void }
  | {
      kind: "choice";
      value: (row: Row) => string;
      choices: (row: Row) => readonly { id: string; label: string }[];
      commit: (row: Row, id: string) => void;
    };

interface CellEditorProps<Row> {
  label: string;
  row: Row;
  edit: CellEdit<Row>;
  start: string | null;
  /** What is to be kept: never what stands. */
  onKeep: (value: string) => void;
  /** Where the focus goes after; null where it went elsewhere by itself. */
  onDone: (step: { down: number; right: number } | null) => void;
}

/** A cell while it is changed: Enter and Tab keep it and go on, Escape leaves it as it was. */
export function CellEditor<Row>({ label, row, edit, start, onKeep, onDone }: CellEditorProps<Row>) {
  const [text, setText] = useState(start ?? edit.value(row));
  const isOver = useRef(false);
  const finish = (keep: boolean, value: string, step: { down: number; right: number } | null) => {
    if (isOver.current) return;
    isOver.current = true;
    if (keep && value !== edit.value(row)) onKeep(value);
    onDone(step);
  };
  const keys = (event: KeyboardEvent) => {
    event.stopPropagation();
    const step = {
      Enter: { down: edit.kind === "text" ? 1 : 0, right: 0 },
      Tab: { down: 0, right: event.shiftKey ? -1 : 1 },
      Escape: { down: 0, right: 0 },
    }[event.key];
    if (!step || (event.key === "Enter" && edit.kind === "choice")) return;
    event.preventDefault();
    finish(event.key !== "Escape", text, step);
  };
  if (edit.kind === "text")
    return (
      <S.Editor
        aria-label={label}
        autoFocus
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={keys}
        onBlur={() => finish(true, text, null)}
        autoComplete="off"
      />
    );
  return (
    <S.Editor
      as="select"
      aria-label={label}
      autoFocus
      value={text}
      onKeyDown={keys}
      onBlur={() => finish(false, text, null)}
      onChange={(e: { target: { value: string } }) => {
        setText(e.target.value);
        finish(true, e.target.value, { down: 0, right: 0 });
      }}
    >
      {edit.choices(row).map((c) => (
        <option key={c.id} value={c.id}>
          {c.label}
        </option>
      ))}
    </S.Editor>
  );
}
