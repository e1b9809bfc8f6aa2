import { memo, type ReactNode } from 'react';
import { Tick } from '../ui/index.js';
import type { Column } from './column.js';

interface TableRowProps<T> {
  /** its place in the table */
  readonly at: number;
  readonly row: T;
  readonly columns: readonly Column<T>[];
  readonly title: string;
  readonly faint: boolean;
  /** undefined where nothing can be selected */
  readonly selected: boolean | undefined;
  readonly onSelect: (at: number, on: boolean, range: boolean) => void;
}

function Row<T>({ at, row, columns, title, faint, selected, onSelect }: TableRowProps<T>): ReactNode {
  return (
    <tr className={faint ? 'text-soft' : ''} data-at={at} aria-selected={selected}>
      {selected !== undefined && (
        <td
          onClickCapture={(event) => {
            // The box itself does not tell whether Shift is held.
            if (!event.shiftKey) return;
            event.preventDefault();
            event.stopPropagation();
            onSelect(at, !selected, true);
          }}
        >
          <Tick
            bare
            label={`Select ${title}`}
            checked={selected}
            onChange={(on) => {
              onSelect(at, on, false);
            }}
          />
        </td>
      )}
      {columns.map((column) => (
        <td
          key={column.id}
          className={`${column.figures === true ? 'n' : ''} ${column.className ?? ''}`}
          title={column.title?.(row)}
        >
          {column.cell === undefined ? column.words(row) : column.cell(row)}
        </td>
      ))}
    </tr>
  );
}

/** A row as long as nothing of it changed; what a cell shows of the time, it asks for itself. */
export const TableRow = memo(
  Row,
  (a, b) =>
    a.at === b.at &&
    a.row === b.row &&
    a.title === b.title &&
    a.faint === b.faint &&
    a.selected === b.selected &&
    a.columns.length === b.columns.length &&
    a.columns.every((column, n) => column === b.columns[n]),
) as typeof Row;
