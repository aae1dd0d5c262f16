import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { GridColumn } from "./gridColumn";

/** How long a change may take to be told as under way, before the next is begun. */
const SETTLE_MS = 20;
/** Rows that a page key goes. */
const PAGE_ROWS = 10;

interface Held {
  key: string;
  columnId: string;
  value: string;
}

/** Where a key leads from a cell; null where it leads nowhere. @param last - the last row and column */
export function movedBy(
  { key, ctrlKey }: Pick<KeyboardEvent, "key" | "ctrlKey">,
  { row, column }: { row: number; column: number },
  last: { row: number; column: number },
): { row: number; column: number } | null {
  switch (key) {
    case "ArrowDown":
      return { row: row + 1, column };
    case "ArrowUp":
      return { row: row - 1, column };
    case "ArrowRight":
      return { row, column: column + 1 };
    case "ArrowLeft":
      return { row, column: column - 1 };
    case "PageDown":
      return { row: row + PAGE_ROWS, column };
    case "PageUp":
      return { row: row - PAGE_ROWS, column };
    case "Home":
      return ctrlKey ? { row: 0, column: 0 } : { row, column: 0 };
    case "End":
      return ctrlKey ? last : { row, column: last.column };
    default:
      return null;
  }
}

/** What was typed while an earlier change was under way: kept one after another, in its order. */
function useHeld<Row>({
  rows,
  rowKey,
  columns,
  isBusy,
}: Pick<GridCellsInput<Row>, "rows" | "rowKey" | "columns" | "isBusy">) {
  const [held, setHeld] = useState<Held[]>([]);
  useEffect(() => {
    const [next, ...rest] = held;
    if (isBusy || !next) return undefined;
    const timer = setTimeout(() => {
      setHeld(rest);
      const row = rows.find((r) => rowKey(r) === next.key);
      const edit = row && columns.find((c) => c.id === next.columnId)?.edit?.(row);
      if (row && edit && edit.value(row) !== next.value) edit.commit(row, next.value);
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [isBusy, held, rows, columns, rowKey]);
  return [held, setHeld] as const;
}

interface GridCellsInput<Row> {
  rows: readonly Row[];
  rowKey: (row: Row) => string;
  columns: readonly GridColumn<Row>[];
  isBusy: boolean;
  /** Rows in sight, after filter and sorting. */
  shownCount: number;
}

/**
 * Which cell of a grid the keys are at, which is being changed, and what was typed while an earlier
 * change was still being kept. The cells carry `data-at="row.column"` within `body`.
 */
export function useGridCells<Row>(input: GridCellsInput<Row>) {
  const { rowKey, columns, isBusy, shownCount } = input;
  const [at, setAt] = useState({ row: 0, column: 0 });
  const [editing, setEditing] = useState<{
    key: string;
    columnId: string;
    start: string | null;
  } | null>(null);
  const [held, setHeld] = useHeld(input);
  const body = useRef<HTMLTableSectionElement>(null);
  const last = { row: shownCount - 1, column: columns.length - 1 };

  const focusCell = ({ row, column }: { row: number; column: number }) => {
    const next = {
      row: Math.max(0, Math.min(last.row, row)),
      column: Math.max(0, Math.min(last.column, column)),
    };
    setAt(next);
    // after the cell has lost its editor
    requestAnimationFrame(() =>
      body.current?.querySelector<HTMLElement>(`[data-at="${next.row}.${next.column}"]`)?.focus(),
    );
  };
  /** @param start - what a cell begins with in place of what stands in it */
  const begin = (row: Row, column: GridColumn<Row>, start: string | null = null) => {
    if (column.act) {
      if (!isBusy) column.act(row);
    } else if (column.edit?.(row)) setEditing({ key: rowKey(row), columnId: column.id, start });
  };
  const keep = (row: Row, column: GridColumn<Row>, value: string) => {
    if (isBusy || held.length > 0)
      setHeld((all) => [...all, { key: rowKey(row), columnId: column.id, value }]);
    else column.edit?.(row)?.commit(row, value);
  };
  const press = (event: KeyboardEvent, row: Row, here: { row: number; column: number }) => {
    const isOurs = ["Home", "End"].includes(event.key) || !event.ctrlKey;
    const column = columns[here.column];
    if (editing || event.altKey || event.metaKey || !isOurs || !column) return;
    const to = movedBy(event, here, last);
    const isLetter = event.key.length === 1 && event.key !== " ";
    if (to) focusCell(to);
    else if (event.key === "Enter" || event.key === "F2") begin(row, column);
    else if (isLetter && column.edit?.(row)?.kind === "text") begin(row, column, event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return {
    body,
    at,
    setAt,
    /** The cell that is being changed; null where it is another or none. */
    editingOf: (row: Row, column: GridColumn<Row>) =>
      editing?.key === rowKey(row) && editing.columnId === column.id ? editing : null,
    /** What was typed there and waits to be kept. */
    heldOf: (row: Row, column: GridColumn<Row>): string | undefined =>
      held.findLast((h) => h.key === rowKey(row) && h.columnId === column.id)?.value,
    begin,
    keep,
    press,
    /** Ends a change; the focus goes so far on, or stays where it went by itself. */
    end: (from: { row: number; column: number }, step: { down: number; right: number } | null) => {
      setEditing(null);
      if (step) focusCell({ row: from.row + step.down, column: from.column + step.right });
    },
  };
}
