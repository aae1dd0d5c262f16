import type { ReactNode } from "react";
import type { CellEdit } from "./CellEditor";

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
