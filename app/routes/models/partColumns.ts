import { MODELS_TEXTS } from "~/contract/messages/screens/models";
import { defined, numberAt } from "~/core/units/items";
import { parseNumberList } from "~/core/kit/modelText";
import type { GridColumn } from "~/app/ui/DataGrid/gridColumn";

interface Part {
  id: string;
}

/** One number as it is typed, with a comma or a stop; null where it is none. */
export function oneNumber(text: string): number | null {
  const read = parseNumberList(text.replace(",", "."));
  return read.ok && read.value.length === 1 ? numberAt(read.value, 0) : null;
}

/** As it was typed, short enough to be said again. */
export const saidAgain = (text: string): string => `"${text.slice(0, 20)}"`;

/** Columns of the small tables, each changed cell by cell; what cannot be taken is told. */
export const partColumns = <Row extends Part>(tellWrong: (words: string) => void) => ({
  /** A text that must not be empty. */
  word: (
    id: string,
    heading: string,
    get: (row: Row) => string,
    put: (row: Row, text: string) => void,
  ): GridColumn<Row> => ({
    id,
    heading,
    text: get,
    edit: () => ({
      kind: "text",
      value: get,
      commit: (row, text) => {
        if (text.trim() === "") tellWrong(MODELS_TEXTS.mustNotBeEmpty(heading));
        else put(row, text.trim());
      },
    }),
  }),
  figure: (
    id: string,
    heading: string,
    get: (row: Row) => number,
    put: (row: Row, value: number) => void,
  ): GridColumn<Row> => ({
    id,
    heading,
    text: (row) => String(get(row)),
    sortBy: get,
    edit: () => ({
      kind: "text",
      value: (row) => String(get(row)),
      commit: (row, text) => {
        const value = oneNumber(text);
        if (value === null) tellWrong(MODELS_TEXTS.isNotANumberItIsUnchanged(saidAgain(text)));
        else put(row, value);
      },
    }),
  }),
  choice: <T extends string>(
    id: string,
    heading: string,
    choices: readonly { id: T; label: string }[],
    get: (row: Row) => T,
    put: (row: Row, value: T) => void,
  ): GridColumn<Row> => ({
    id,
    heading,
    text: (row) => defined(choices.find((c) => c.id === get(row))).label,
    edit: () => ({
      kind: "choice",
      value: get,
      choices: () => [...choices],
      commit: (row, chosen) => {
        const found = choices.find((c) => c.id === chosen);
        if (found) put(row, found.id);
      },
    }),
  }),
  drop: (act: (row: Row) => void): GridColumn<Row> => ({
    id: "drop",
    heading: "",
    text: () => "drop",
    act,
  }),
});

export const freeId = (wanted: string, list: readonly Part[]): string =>
  list.some((m) => m.id === wanted) ? freeId(`${wanted}-2`, list) : wanted;

/** What each small table needs: its rows, what to do with one, and where to tell what is wrong. */
export interface PartTableProps<Row> {
  rows: readonly Row[];
  isBusy: boolean;
  save: (row: Row) => void;
  drop: (id: string) => void;
  tellWrong: (words: string) => void;
}
