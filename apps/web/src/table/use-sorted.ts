import {
  columnVisibilityFeature,
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useCallback, useMemo, useState } from 'react';
import { useNarrow, useStored } from '../ui/index.js';
import { compare, type Column } from './column.js';

const FEATURES = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  rowSelectionFeature,
  sortedRowModel: createSortedRowModel(),
});

/** How someone wants a table to be, as this browser keeps it. */
interface Wish {
  readonly sorting: SortingState;
  readonly shown: Readonly<Record<string, boolean>>;
}

/** Rows in the order asked for, with the columns asked for and what is selected. */
export function useSorted<T extends object>(
  name: string,
  rows: readonly T[],
  columns: readonly Column<T>[],
  idOf: (row: T) => string,
) {
  const [kept, keep] = useStored(`gully.table.${name}`);
  const wish = useMemo(() => readWish(kept, columns), [kept, columns]);
  const narrow = useNarrow();
  const [selection, setSelection] = useState<RowSelectionState>({});
  const defs = useMemo(
    () =>
      columns.map(({ id, by, fromHighest = false }): ColumnDef<typeof FEATURES, T> => ({
        id,
        accessorFn: (row) => by?.(row),
        enableSorting: by !== undefined,
        sortDescFirst: fromHighest,
        sortUndefined: 'last',
        sortFn: (a, b, column) => compare(a.getValue(column), b.getValue(column)),
      })),
    [columns],
  );
  const visible = useMemo(
    () =>
      Object.fromEntries(
        columns.map(({ id, shown, wide = false }) => [
          id,
          shown === 'always' || ((wish.shown[id] ?? shown !== 'asked') && !(narrow && wide)),
        ]),
      ),
    [columns, wish, narrow],
  );
  const { sorting } = wish;
  const table = useTable({
    features: FEATURES,
    data: rows,
    columns: defs,
    getRowId: idOf,
    state: { sorting, columnVisibility: visible, rowSelection: selection },
    onRowSelectionChange: setSelection,
    onSortingChange: (change) => {
      const next = typeof change === 'function' ? change(sorting) : change;
      keep(JSON.stringify({ ...wish, sorting: next }));
    },
  });
  const show = useCallback(
    (id: string, on: boolean) => {
      keep(JSON.stringify({ ...wish, shown: { ...wish.shown, [id]: on } }));
    },
    [keep, wish],
  );
  return { table, visible, show, selection, setSelection };
}

/** What an earlier Gully kept, or another hand wrote, may not fit any more. */
function readWish(kept: string | null, columns: readonly Column<never>[]): Wish {
  const none: Wish = { sorting: [], shown: {} };
  if (kept === null) return none;
  try {
    const { sorting, shown } = JSON.parse(kept) as Partial<Wish>;
    const known = (id: unknown): boolean => columns.some((column) => column.id === id);
    return {
      sorting: (Array.isArray(sorting) ? sorting : []).filter(({ id }) => known(id)),
      shown: shown ?? {},
    };
  } catch {
    return none;
  }
}
