import {
  type ColumnDef,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from "@tanstack/react-table";
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { CHANNEL_TABLE, detailWords } from "~/contract/messages/frame";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { useCommands } from "~/app/features/commands/commandStore";
import { isForScreen } from "~/app/features/commands/isForScreen";
import { Button } from "~/app/ui/Button/Button";
import { Mark } from "~/app/ui/Mark/Mark";
import * as S from "./channelTable.styles";
import { foundBy, TYPE_AHEAD_MS, typedAfter } from "./typeAhead";
import { useIsWide } from "./useIsWide";
import { useShownRows } from "./useShownRows";

/** What every row of the table is: a person with a number, a place in the list and a mark. */
export interface TableChannel {
  id: number;
  number: number;
  mark: string;
  talker: string;
}

/** One column of a stage. Number and talent stand before it on every stage. */
export interface ChannelColumn<C extends TableChannel> {
  id: string;
  heading: string;
  cell: (channel: C) => ReactNode;
  /** What its rows are sorted by; absent: nothing sorts by it. */
  worth?: (channel: C) => number | string;
  /** A figure: at the right of its column. */
  isFigure?: boolean;
  /** Close to its neighbours: short signs. */
  isTight?: boolean;
  /** The one that takes what is left of the width; its words end where the room ends. */
  isWidest?: boolean;
  /** What a phone shows beside the name: two columns at most. */
  onPhone?: boolean;
  /** Only on a phone. */
  isPhoneOnly?: boolean;
  /** Only where there is room for it beside the others. */
  isExtra?: boolean;
}

export interface ChannelTableProps<C extends TableChannel> {
  label: string;
  channels: readonly C[];
  columns: readonly ChannelColumn<C>[];
  /** Small words after the name: the pack, the part. */
  besideName?: (channel: C) => ReactNode;
  /** The answer of the screen, above the table. */
  head: ReactNode;
  /** What can be done to all of them: beside the answer. */
  tools?: ReactNode;
  /**
   * A picture that takes the room beside the table; above it where there is none. A phone shows it
   * when it is asked for.
   */
  picture?: { name: string; node: ReactNode };
  /** How high its rows are where there is room, px; absent: as high as everywhere. */
  rowPx?: number;
  /** Something in a detail waits for an answer: it is open, also where details are closed. */
  isDetailOpen?: boolean;
  /** The detail is the work of the screen: it gets most of the width. */
  isDetailWide?: boolean;
  /** Everything about the chosen one. */
  detail: (channel: C) => ReactNode;
  /** Words under the table. */
  foot?: ReactNode;
  /** Rows that need a hand stand out by a mark at the left. */
  needsHand?: (channel: C) => boolean;
  /** The one that is chosen where nobody has chosen yet; absent: the first. */
  firstId?: number | null;
}

/**
 * The channels as a table: the same rows in the same place on every stage, the stage's own columns,
 * one chosen row and its detail beside it, or under it where the screen is narrow.
 */
export function ChannelTable<C extends TableChannel>(props: ChannelTableProps<C>) {
  const { label, channels, columns, besideName, head, tools, picture, detail, foot, needsHand } =
    props;
  const table = useSorted(channels, columns);
  const rows = table.getRowModel().rows.map((r) => r.original);
  const { channelId, choose, namedBy } = useChosenChannel();
  const chosen =
    channels.find((c) => c.id === channelId) ??
    channels.find((c) => c.id === props.firstId) ??
    rows[0];
  const [wasOpened, setOpen] = useState(namedBy !== null);
  const [opened, setOpened] = useState(namedBy);
  if (namedBy !== opened) {
    setOpened(namedBy);
    if (namedBy !== null) setOpen(true);
  }
  const isOpen = wasOpened || (props.isDetailOpen ?? false);
  const [isPictured, setPictured] = useState(false);
  const isWide = useIsWide();
  const body = useRef<HTMLTableSectionElement>(null);
  const shown = useShownRows(rows.length, body);
  const detailBox = useRef<HTMLDivElement>(null);
  const rowOf = (id: number) =>
    body.current?.querySelector<HTMLElement>(`tr[data-channel="${id}"]`);
  const go = (channel: C | undefined) => {
    if (!channel) return;
    choose(channel.id);
    shown.bring(rows.indexOf(channel));
    // after the row is there; where one was not on the screen it comes first
    requestAnimationFrame(() => rowOf(channel.id)?.focus({ preventScroll: false }));
  };
  const step = (by: number) => {
    const at = rows.findIndex((r) => r === chosen);
    go(rows[Math.max(0, Math.min(rows.length - 1, at + by))]);
  };
  useTableKeys({ rows, go, step });
  const chosenId = chosen?.id;
  useEffect(() => {
    // where the choice moves on by itself, its detail stays in sight
    if (isWide || !isOpen || chosenId === undefined) return;
    body.current
      ?.querySelector(`tr[data-channel="${chosenId}"]`)
      ?.scrollIntoView({ block: "nearest" });
  }, [chosenId, isOpen, isWide]);
  const openDetail = () => {
    setOpen((open) => isWide || !open);
    requestAnimationFrame(() => detailBox.current?.focus());
  };
  const pressRow = (event: KeyboardEvent<HTMLElement>) => {
    if (event.target !== event.currentTarget || event.key !== "Enter") return;
    event.preventDefault();
    openDetail();
  };
  const leaveDetail = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key !== "Escape" || !chosen || event.defaultPrevented) return;
    setOpen(false);
    rowOf(chosen.id)?.focus();
  };
  const detailOf = (channel: C) => (
    <S.Detail
      ref={detailBox}
      tabIndex={-1}
      role="region"
      aria-label={detailWords(channel.number, channel.talker)}
      onKeyDown={leaveDetail}
    >
      {detail(channel)}
    </S.Detail>
  );
  const width = columns.length + 2;
  return (
    <S.Desk
      data-picture={picture !== undefined || undefined}
      data-detail-wide={props.isDetailWide || undefined}
    >
      <S.Head>{head}</S.Head>
      {(tools !== undefined || picture) && (
        <S.Tools>
          {picture && (
            <S.OnPhone>
              <Button aria-expanded={isPictured} onPress={() => setPictured(!isPictured)}>
                {picture.name}
              </Button>
            </S.OnPhone>
          )}
          {tools}
        </S.Tools>
      )}
      <S.TableBox>
        <S.Table
          role="grid"
          aria-label={label}
          aria-rowcount={rows.length + 1}
          style={{ "--tall-row": `${props.rowPx ?? 0}px` }}
        >
          <thead>
            <tr>
              {table.getFlatHeaders().map((header) => {
                const column = columns.find((c) => c.id === header.id);
                const sorted = header.column.getIsSorted();
                return (
                  <th
                    key={header.id}
                    scope="col"
                    data-figure={column?.isFigure || undefined}
                    data-tight={column?.isTight || undefined}
                    data-extra={column?.isExtra || undefined}
                    data-phone-only={column?.isPhoneOnly || undefined}
                    aria-sort={
                      sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : undefined
                    }
                  >
                    {header.column.getCanSort() ? (
                      <button type="button" onClick={header.column.getToggleSortingHandler()}>
                        {String(header.column.columnDef.header)}
                        <span aria-hidden>
                          {sorted === "asc" ? " ↑" : sorted === "desc" ? " ↓" : ""}
                        </span>
                      </button>
                    ) : (
                      String(header.column.columnDef.header)
                    )}
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody ref={body}>
            {shown.beforePx > 0 && (
              <tr aria-hidden style={{ height: shown.beforePx }}>
                <td colSpan={width} />
              </tr>
            )}
            {rows.slice(shown.from, shown.to).map((c, i) => {
              const isChosen = c === chosen;
              return [
                <tr
                  key={c.id}
                  data-channel={c.id}
                  data-chosen={isChosen || undefined}
                  data-hand={needsHand?.(c) || undefined}
                  aria-selected={isChosen}
                  aria-rowindex={shown.from + i + 2}
                  tabIndex={isChosen ? 0 : -1}
                  onKeyDown={pressRow}
                  onClick={() => {
                    if (isChosen) setOpen(!wasOpened);
                    else {
                      choose(c.id);
                      setOpen(true);
                    }
                  }}
                >
                  <td data-number>{c.number}</td>
                  <th scope="row">
                    <S.Who>
                      <Mark>{c.mark}</Mark>
                      <b>{c.talker}</b>
                      {besideName && <small>{besideName(c)}</small>}
                    </S.Who>
                  </th>
                  {columns.map((column) => (
                    <td
                      key={column.id}
                      data-figure={column.isFigure || undefined}
                      data-tight={column.isTight || undefined}
                      data-widest={column.isWidest || undefined}
                      data-extra={column.isExtra || undefined}
                      data-phone={column.onPhone || undefined}
                      data-phone-only={column.isPhoneOnly || undefined}
                    >
                      {column.cell(c)}
                    </td>
                  ))}
                </tr>,
                !isWide && isOpen && isChosen && (
                  <tr key="detail" data-detail>
                    <td colSpan={width}>{detailOf(c)}</td>
                  </tr>
                ),
              ];
            })}
            {shown.afterPx > 0 && (
              <tr aria-hidden style={{ height: shown.afterPx }}>
                <td colSpan={width} />
              </tr>
            )}
          </tbody>
        </S.Table>
        {foot}
      </S.TableBox>
      <S.Side data-picture={picture !== undefined || undefined} data-open={isPictured || undefined}>
        {picture?.node}
        {isWide && chosen && <S.OnlyWide>{detailOf(chosen)}</S.OnlyWide>}
      </S.Side>
    </S.Desk>
  );
}

/** The rows in the order that its headings ask for; by number where none does. */
function useSorted<C extends TableChannel>(
  channels: readonly C[],
  columns: readonly ChannelColumn<C>[],
) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const data = useMemo(() => [...channels], [channels]);
  const defs = useMemo(
    (): ColumnDef<C>[] => [
      { id: "number", accessorFn: (c) => c.number, header: CHANNEL_TABLE.number },
      { id: "talker", accessorFn: (c) => c.talker, header: CHANNEL_TABLE.talent },
      ...columns.map(({ id, heading, worth }): ColumnDef<C> => ({
        id,
        accessorFn: worth ?? (() => 0),
        header: heading,
        enableSorting: worth !== undefined,
        sortDescFirst: false,
      })),
    ],
    [columns],
  );
  return useReactTable({
    data,
    columns: defs,
    defaultColumn: { sortingFn: "basic", sortDescFirst: false },
    state: { sorting },
    onSortingChange: setSorting,
    getRowId: (c) => String(c.id),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
}

/** Arrows go from row to row, digits and a capital letter to a channel. */
function useTableKeys<C extends TableChannel>({
  rows,
  go,
  step,
}: {
  rows: readonly C[];
  go: (channel: C) => void;
  step: (by: number) => void;
}): void {
  useCommands([
    { label: CHANNEL_TABLE.down, key: "ArrowDown", run: () => step(1) },
    { label: CHANNEL_TABLE.up, key: "ArrowUp", run: () => step(-1) },
    { label: CHANNEL_TABLE.first, key: "Home", run: () => step(-rows.length) },
    { label: CHANNEL_TABLE.last, key: "End", run: () => step(rows.length) },
  ]);
  const type = useRef({ text: "", atMs: -Infinity });
  const press = (event: globalThis.KeyboardEvent) => {
    if (event.defaultPrevented || !isForScreen(event)) return;
    const { current } = type;
    const isSame = event.timeStamp - current.atMs < TYPE_AHEAD_MS;
    const text = typedAfter(isSame ? current.text : "", event.key);
    if (text === null) return;
    type.current = { text, atMs: event.timeStamp };
    const found = foundBy(
      text,
      rows.map((channel) => ({
        id: channel.id,
        number: channel.number,
        name: channel.talker,
        channel,
      })),
    );
    event.preventDefault();
    if (found) go(found.channel);
  };
  const held = useRef(press);
  useEffect(() => {
    held.current = press;
  });
  useEffect(() => {
    const listen = (event: globalThis.KeyboardEvent) => held.current(event);
    // the commands listen at the window, after this: small letters are theirs unless a name is typed
    document.addEventListener("keydown", listen);
    return () => document.removeEventListener("keydown", listen);
  }, []);
}
