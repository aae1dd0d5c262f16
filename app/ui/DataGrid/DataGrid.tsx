import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { TextField } from "~/app/ui/Field/Field";
import * as S from "./DataGrid.styles";

export type CellEdit<Row> =
  | { kind: "text"; value: (row: Row) => string; commit: (row: Row, text: string) => void }
  | {
      kind: "choice";
      value: (row: Row) => string;
      choices: (row: Row) => readonly { id: string; label: string }[];
      commit: (row: Row, id: string) => void;
    };

export interface GridColumn<Row> {
  id: string;
  heading: string;
  /**
   * What a cell says: shown unless `cell` is given, filtered by, and sorted by unless `sortBy` is.
   */
  text: (row: Row) => string;
  sortBy?: (row: Row) => number;
  cell?: (row: Row) => ReactNode;
  /** How a cell is changed; null where it is not. */
  edit?: (row: Row) => CellEdit<Row> | null;
  /** Long words may take several lines. */
  isWrapped?: boolean;
  /** What a press does, where the cell is a button. */
  act?: (row: Row) => void;
}

export interface DataGridProps<Row> {
  label: string;
  rows: readonly Row[];
  rowKey: (row: Row) => string;
  columns: readonly GridColumn<Row>[];
  /** A row that needs a look; its mark is told in its cells too. */
  isMarked?: (row: Row) => boolean;
  isBusy?: boolean;
  empty: string;
  tools?: ReactNode;
}

const SHOW_FILTER_FROM = 6;
/** How long a change may take to be told as under way, before the next is begun. */
const SETTLE_MS = 20;

/**
 * A table that is sorted, filtered and changed by keyboard: arrows go from cell to cell, Enter or
 * F2 (or a second tap) changes one, typing replaces it, Escape leaves it as it was.
 */
export function DataGrid<Row>({
  label,
  rows,
  rowKey,
  columns,
  isMarked,
  isBusy = false,
  empty,
  tools,
}: DataGridProps<Row>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [filter, setFilter] = useState("");
  const [at, setAt] = useState({ row: 0, column: 0 });
  const [editing, setEditing] = useState<{
    key: string;
    columnId: string;
    start: string | null;
  } | null>(null);
  /** What was typed while an earlier change was under way, in its order. */
  const [waiting, setWaiting] = useState<{ key: string; columnId: string; value: string }[]>([]);
  const body = useRef<HTMLTableSectionElement>(null);
  /** Whether the cell that a finger came down on had the focus already. */
  const wasHere = useRef(false);
  const data = useMemo(() => [...rows], [rows]);
  const defs = useMemo(
    () =>
      columns.map((c): ColumnDef<Row> => ({
        id: c.id,
        accessorFn: c.sortBy ?? c.text,
        header: c.heading,
        sortingFn: c.sortBy ? "basic" : "alphanumeric",
        enableSorting: !c.act,
        sortDescFirst: false,
      })),
    [columns],
  );
  const table = useReactTable({
    data,
    columns: defs,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    onGlobalFilterChange: setFilter,
    getRowId: rowKey,
    globalFilterFn: (row, columnId, wanted: string) =>
      (columns.find((c) => c.id === columnId)?.text(row.original) ?? "")
        .toLowerCase()
        .includes(wanted.trim().toLowerCase()),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const shown = table.getRowModel().rows;

  const focusCell = (row: number, column: number) => {
    const next = {
      row: Math.max(0, Math.min(shown.length - 1, row)),
      column: Math.max(0, Math.min(columns.length - 1, column)),
    };
    setAt(next);
    // after the cell has lost its editor
    requestAnimationFrame(() =>
      body.current?.querySelector<HTMLElement>(`[data-at="${next.row}.${next.column}"]`)?.focus(),
    );
  };
  const begin = (row: Row, column: GridColumn<Row>, start: string | null = null) => {
    if (column.act) {
      if (!isBusy) column.act(row);
    } else if (column.edit?.(row)) setEditing({ key: rowKey(row), columnId: column.id, start });
  };
  // whoever types fast goes on while the cell before is still being kept
  useEffect(() => {
    const [next, ...rest] = waiting;
    if (isBusy || !next) return undefined;
    const timer = setTimeout(() => {
      setWaiting(rest);
      const row = rows.find((r) => rowKey(r) === next.key);
      const edit = row && columns.find((c) => c.id === next.columnId)?.edit?.(row);
      if (row && edit && edit.value(row) !== next.value) edit.commit(row, next.value);
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [isBusy, waiting, rows, columns, rowKey]);
  const press = (event: KeyboardEvent, row: Row, r: number, c: number) => {
    if (
      editing ||
      event.altKey ||
      (event.ctrlKey && !["Home", "End"].includes(event.key)) ||
      event.metaKey
    )
      return;
    const column = columns[c];
    if (!column) return;
    const moves: Record<string, [number, number]> = {
      ArrowDown: [r + 1, c],
      ArrowUp: [r - 1, c],
      ArrowRight: [r, c + 1],
      ArrowLeft: [r, c - 1],
      PageDown: [r + 10, c],
      PageUp: [r - 10, c],
      Home: event.ctrlKey ? [0, 0] : [r, 0],
      End: event.ctrlKey ? [shown.length - 1, columns.length - 1] : [r, columns.length - 1],
    };
    const move = moves[event.key];
    if (move) focusCell(...move);
    else if (event.key === "Enter" || event.key === "F2") begin(row, column);
    else if (event.key.length === 1 && event.key !== " " && column.edit?.(row)?.kind === "text")
      begin(row, column, event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <div>
      {(tools || rows.length >= SHOW_FILTER_FROM) && (
        <S.Tools>
          {rows.length >= SHOW_FILTER_FROM && (
            <TextField
              label={`Filter ${label.toLowerCase()}`}
              value={filter}
              onChange={setFilter}
              widthCh={16}
              placeholder="any word"
            />
          )}
          {tools}
        </S.Tools>
      )}
      <S.Scroll>
        <S.Grid
          role="grid"
          aria-label={label}
          aria-rowcount={shown.length + 1}
          aria-busy={isBusy || undefined}
        >
          <thead>
            <tr>
              {table.getFlatHeaders().map((header) => {
                const sorted = header.column.getIsSorted();
                return (
                  <th
                    key={header.id}
                    role="columnheader"
                    scope="col"
                    aria-sort={
                      sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"
                    }
                  >
                    {header.column.getCanSort() ? (
                      <S.Sort
                        type="button"
                        data-sorted={sorted || undefined}
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {sorted === "asc" ? (
                          <ArrowUp size={14} aria-hidden />
                        ) : sorted === "desc" ? (
                          <ArrowDown size={14} aria-hidden />
                        ) : null}
                      </S.Sort>
                    ) : (
                      <S.Sort as="span" style={{ cursor: "default" }}>
                        {flexRender(header.column.columnDef.header, header.getContext())}
                      </S.Sort>
                    )}
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody ref={body}>
            {shown.map(({ original: row }, r) => (
              <tr key={rowKey(row)} data-marked={isMarked?.(row) || undefined}>
                {columns.map((column, c) => {
                  const edit = column.edit?.(row) ?? null;
                  const isEdited = editing?.key === rowKey(row) && editing.columnId === column.id;
                  const held = waiting.findLast(
                    (w) => w.key === rowKey(row) && w.columnId === column.id,
                  );
                  const isHere = at.row === r && at.column === c;
                  return (
                    <td
                      key={column.id}
                      role="gridcell"
                      data-at={`${r}.${c}`}
                      tabIndex={isHere && !isEdited ? 0 : -1}
                      data-editable={edit ? true : undefined}
                      data-wrapped={column.isWrapped}
                      aria-readonly={edit ? undefined : true}
                      onFocus={() => !isHere && setAt({ row: r, column: c })}
                      onKeyDown={(e) => press(e, row, r, c)}
                      onDoubleClick={() => begin(row, column)}
                      onPointerDown={(e) => {
                        wasHere.current = document.activeElement === e.currentTarget;
                      }}
                      onClick={() => wasHere.current && !column.act && begin(row, column)}
                    >
                      {isEdited && edit ? (
                        <CellEditor
                          label={`${column.heading} of ${columns[0]?.text(row) ?? ""}`}
                          row={row}
                          edit={edit}
                          start={editing.start}
                          onKeep={(value) => {
                            if (isBusy || waiting.length > 0)
                              setWaiting((all) => [
                                ...all,
                                { key: rowKey(row), columnId: column.id, value },
                              ]);
                            else edit.commit(row, value);
                          }}
                          onDone={(step) => {
                            setEditing(null);
                            if (step) focusCell(r + step.down, c + step.right);
                          }}
                        />
                      ) : column.act ? (
                        <S.CellAction
                          type="button"
                          tabIndex={-1}
                          disabled={isBusy}
                          onClick={() => column.act?.(row)}
                        >
                          {column.cell?.(row) ?? column.text(row)}
                        </S.CellAction>
                      ) : (
                        (heldText(held?.value, edit, row) ?? column.cell?.(row) ?? column.text(row))
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </S.Grid>
      </S.Scroll>
      {shown.length === 0 && (
        <p role="status">{rows.length === 0 ? empty : `Nothing has "${filter.trim()}" in it.`}</p>
      )}
    </div>
  );
}

/** What stands in a cell until what was typed there can be kept. */
const heldText = <Row,>(
  value: string | undefined,
  edit: CellEdit<Row> | null,
  row: Row,
): string | undefined =>
  edit?.kind === "choice" ? edit.choices(row).find((c) => c.id === value)?.label : value;

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

function CellEditor<Row>({ label, row, edit, start, onKeep, onDone }: CellEditorProps<Row>) {
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
