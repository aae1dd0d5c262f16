import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type Header,
  type SortingState,
  useReactTable,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import { type ReactNode, useMemo, useRef, useState } from "react";
import { UI_TEXTS } from "~/contract/messages/screens/parts/ui";
import { TextField } from "~/app/ui/Field/Field";
import { type CellEdit, CellEditor } from "./CellEditor";
import * as S from "./DataGrid.styles";
import type { GridColumn } from "./gridColumn";
import { useGridCells } from "./useGridCells";

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

/** So many rows or more get a filter. */
const SHOW_FILTER_FROM = 6;

/** Rows sorted and filtered by their columns' words. */
function useSorted<Row>({
  rows,
  rowKey,
  columns,
  filter,
}: Pick<DataGridProps<Row>, "rows" | "rowKey" | "columns"> & { filter: string }) {
  const [sorting, setSorting] = useState<SortingState>([]);
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
  return useReactTable({
    data,
    columns: defs,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    getRowId: rowKey,
    globalFilterFn: (row, columnId, wanted: string) =>
      (columns.find((c) => c.id === columnId)?.text(row.original) ?? "")
        .toLowerCase()
        .includes(wanted.trim().toLowerCase()),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
}

/**
 * A table that is sorted, filtered and changed by keyboard: arrows go from cell to cell, Enter or
 * F2 (or a second tap) changes one, typing replaces it, Escape leaves it as it was.
 */
export function DataGrid<Row>(props: DataGridProps<Row>) {
  const { label, rows, rowKey, columns, isMarked, isBusy = false, empty, tools } = props;
  const [filter, setFilter] = useState("");
  const table = useSorted({ rows, rowKey, columns, filter });
  const shown = table.getRowModel().rows;
  const cells = useGridCells({ rows, rowKey, columns, isBusy, shownCount: shown.length });
  const hasFilter = rows.length >= SHOW_FILTER_FROM;
  return (
    <div>
      {(tools || hasFilter) && (
        <S.Tools>
          {hasFilter && (
            <TextField
              label={UI_TEXTS.filter(label.toLowerCase())}
              value={filter}
              onChange={setFilter}
              widthCh={16}
              placeholder={UI_TEXTS.anyWord}
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
              {table.getFlatHeaders().map((header) => (
                <HeadCell key={header.id} header={header} />
              ))}
            </tr>
          </thead>
          <tbody ref={cells.body}>
            {shown.map(({ original: row }, r) => (
              <tr key={rowKey(row)} data-marked={isMarked?.(row) || undefined}>
                {columns.map((column, c) => (
                  <Cell
                    key={column.id}
                    row={row}
                    column={column}
                    at={{ row: r, column: c }}
                    name={UI_TEXTS.of(column.heading, columns[0]?.text(row) ?? "")}
                    cells={cells}
                    isBusy={isBusy}
                  />
                ))}
              </tr>
            ))}
          </tbody>
        </S.Grid>
      </S.Scroll>
      {shown.length === 0 && (
        <p role="status">{rows.length === 0 ? empty : UI_TEXTS.nothing(filter.trim())}</p>
      )}
    </div>
  );
}

const ARIA_SORT = { asc: "ascending", desc: "descending" } as const;

/** A heading; pressed, it sorts by its column, where that is sorted by. */
function HeadCell<Row>({ header }: { header: Header<Row, unknown> }) {
  const { column } = header;
  const sorted = column.getIsSorted();
  const words = flexRender(column.columnDef.header, header.getContext());
  return (
    <th role="columnheader" scope="col" aria-sort={sorted ? ARIA_SORT[sorted] : "none"}>
      {column.getCanSort() ? (
        <S.Sort
          type="button"
          data-sorted={sorted || undefined}
          onClick={column.getToggleSortingHandler()}
        >
          {words}
          {sorted === "asc" && <ArrowUp size={14} aria-hidden />}
          {sorted === "desc" && <ArrowDown size={14} aria-hidden />}
        </S.Sort>
      ) : (
        <S.Sort as="span" style={{ cursor: "default" }}>
          {words}
        </S.Sort>
      )}
    </th>
  );
}

interface CellProps<Row> {
  row: Row;
  column: GridColumn<Row>;
  at: { row: number; column: number };
  /** What the cell is called while it is changed. */
  name: string;
  cells: ReturnType<typeof useGridCells<Row>>;
  isBusy: boolean;
}

/** One cell: what it says, its button, or its editor. */
function Cell<Row>({ row, column, at, name, cells, isBusy }: CellProps<Row>) {
  /** Whether the cell had the focus already when a finger came down on it. */
  const wasHere = useRef(false);
  const edit = column.edit?.(row) ?? null;
  const editing = cells.editingOf(row, column);
  const isHere = cells.at.row === at.row && cells.at.column === at.column;
  const says = () => column.cell?.(row) ?? column.text(row);
  const content = () => {
    if (editing && edit)
      return (
        <CellEditor
          label={name}
          row={row}
          edit={edit}
          start={editing.start}
          onKeep={(value) => cells.keep(row, column, value)}
          onDone={(step) => cells.end(at, step)}
        />
      );
    if (column.act)
      return (
        <S.CellAction
          type="button"
          tabIndex={-1}
          disabled={isBusy}
          onClick={() => column.act?.(row)}
        >
          {says()}
        </S.CellAction>
      );
    return heldText(cells.heldOf(row, column), edit, row) ?? says();
  };
  return (
    <td
      role="gridcell"
      data-at={`${at.row}.${at.column}`}
      tabIndex={isHere && !editing ? 0 : -1}
      data-editable={edit ? true : undefined}
      data-wrapped={column.isWrapped}
      aria-readonly={edit ? undefined : true}
      onFocus={() => !isHere && cells.setAt(at)}
      onKeyDown={(event) => cells.press(event, row, at)}
      onDoubleClick={() => cells.begin(row, column)}
      onPointerDown={(event) => {
        wasHere.current = document.activeElement === event.currentTarget;
      }}
      onClick={() => wasHere.current && !column.act && cells.begin(row, column)}
    >
      {content()}
    </td>
  );
}

/** What stands in a cell until what was typed there can be kept. */
const heldText = <Row,>(
  value: string | undefined,
  edit: CellEdit<Row> | null,
  row: Row,
): string | undefined =>
  edit?.kind === "choice" ? edit.choices(row).find((c) => c.id === value)?.label : value;
