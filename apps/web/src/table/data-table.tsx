import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useCallback, useLayoutEffect, useMemo, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { Tick, useNarrow } from '../ui/index.js';
import type { Column } from './column.js';
import { ColumnsMenu } from './columns-menu.js';
import { linesOf } from './lines.js';
import { TableRow } from './table-row.js';
import { useSorted } from './use-sorted.js';

const ROW = 28;
/** Pixels a column may keep on a phone. */
const NARROW = 130;

interface DataTableProps<T> {
  /** under which this browser keeps how it is sorted and what it shows */
  readonly name: string;
  /** what they are: `commands` */
  readonly many: string;
  /** those that are found, in the order they have by themselves */
  readonly rows: readonly T[];
  readonly columns: readonly Column<T>[];
  readonly idOf: (row: T) => string;
  readonly titleOf: (row: T) => string;
  /** a heading it stands under, as long as nothing else is sorted by; empty for none */
  readonly groupOf?: (row: T) => string;
  /** true for what is not in use */
  readonly faint?: (row: T) => boolean;
  /** what can be done with what is selected; without it nothing is */
  readonly several?: (chosen: readonly T[], clear: () => void) => ReactNode;
  readonly head: ReactNode;
  /** at the end of the head, after the columns */
  readonly acts: ReactNode;
  /** after the rows */
  readonly below?: ReactNode;
  /** in place of the rows while there are none */
  readonly empty: ReactNode;
}

/**
 * Things as a table: sorted by a column, its columns chosen, its rows selected one by one, by
 * ranges or all, and what is shown exported. Up and Down go from row to row, Space selects,
 * Shift with either selects what lies between.
 */
export function DataTable<T extends object>(props: DataTableProps<T>) {
  const { name, many, rows, columns, idOf, titleOf, groupOf, faint, several, head, acts, below, empty } =
    props;
  const { table, visible, show, selection, setSelection } = useSorted(name, rows, columns, idOf);
  const scroll = useRef<HTMLDivElement>(null);
  const sorted = table.getRowModel().rows;
  const isSorted = table.state.sorting.length > 0;
  const lines = useMemo(
    () =>
      linesOf(
        sorted.map(({ original }) => original),
        isSorted ? undefined : groupOf,
      ),
    [sorted, isSorted, groupOf],
  );
  const shown = columns.filter(({ id }) => visible[id] === true);
  // On a phone only what is narrow and would be cut off keeps its width.
  const widest = useNarrow() ? NARROW : Number.MAX_SAFE_INTEGER;
  // One has to give way where there is less room than they ask for.
  const shares = shown.some(({ width }) => width === undefined);
  const chosen = rows.filter((row) => selection[idOf(row)] === true);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 6,
    initialRect: { width: 760, height: 640 },
  });
  const items = virtual.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  const select = (some: readonly T[], on: boolean): void => {
    setSelection((now) => {
      const ids = some.map(idOf);
      const rest = Object.entries(now).filter(([id]) => !ids.includes(id));
      return Object.fromEntries([...rest, ...(on ? ids.map((id) => [id, true] as const) : [])]);
    });
  };
  const stateOf = (some: readonly T[]): boolean | 'indeterminate' => {
    const on = some.filter((row) => selection[idOf(row)] === true).length;
    return on === 0 ? false : on === some.length || 'indeterminate';
  };
  const anchor = useRef<number>(undefined);
  /** @param range true to do the same with all between it and the last one */
  const selectAt = (at: number, on: boolean, range: boolean): void => {
    const from = range ? (anchor.current ?? at) : at;
    const between = lines.slice(Math.min(from, at), Math.max(from, at) + 1);
    select(
      between.flatMap((line) => (line.kind === 'row' ? [line.row] : [])),
      on,
    );
    anchor.current = at;
  };
  // Rows that stay as they are are not drawn again, and still ask for what holds now.
  const latest = useRef(selectAt);
  useLayoutEffect(() => {
    latest.current = selectAt;
  });
  const onSelect = useCallback((...asked: Parameters<typeof selectAt>) => {
    latest.current(...asked);
  }, []);
  const goTo = (at: number, by: number): void => {
    let next = at + by;
    while (lines[next]?.kind === 'group') next += by;
    if (lines[next] === undefined) return;
    virtual.scrollToIndex(next);
    const row = (): HTMLElement | null | undefined =>
      scroll.current?.querySelector(`tr[data-at="${String(next)}"] a`);
    if (row() == null)
      // It has to be drawn first.
      requestAnimationFrame(() => {
        row()?.focus();
      });
    else row()?.focus();
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const { target, key, shiftKey } = event;
    const row = target instanceof HTMLElement && target.tagName === 'A' ? target.closest('tr') : null;
    const at = Number(row?.dataset.at ?? Number.NaN);
    const line = lines[at];
    if (line?.kind !== 'row') return;
    const by = { ArrowDown: 1, ArrowUp: -1 }[key];
    if (by !== undefined) {
      event.preventDefault();
      if (shiftKey && several !== undefined) {
        selectAt(at, true, false);
        if (lines[at + by]?.kind === 'row') selectAt(at + by, true, true);
      }
      goTo(at, by);
    } else if (key === ' ' && several !== undefined) {
      event.preventDefault();
      selectAt(at, selection[idOf(line.row)] !== true, shiftKey);
    }
  };
  return (
    <>
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        {head}
        <span className="row ml-auto flex-wrap">
          <ColumnsMenu
            many={many}
            columns={columns}
            visible={visible}
            rows={sorted.map(({ original }) => original)}
            onShow={show}
          />
          {acts}
        </span>
      </header>
      {several !== undefined && chosen.length > 0 && (
        <div className="border-b border-line px-4 py-1.5">
          {several(chosen, () => {
            setSelection({});
          })}
        </div>
      )}
      <div
        ref={scroll}
        className="min-h-0 flex-1 overflow-auto"
        role="region"
        aria-label={`All ${many}`}
        tabIndex={0}
      >
        <table className="t rows" onKeyDown={onKeyDown}>
          <colgroup>
            {several !== undefined && <col style={{ width: 40 }} />}
            {shown.map(({ id, width = Infinity }, n) => (
              <col key={id} style={width > widest || (n === 0 && !shares) ? undefined : { width }} />
            ))}
          </colgroup>
          <thead className="sticky top-0 z-10 bg-plane">
            <tr>
              {several !== undefined && (
                <th>
                  <Tick
                    bare
                    label="Select all shown"
                    checked={rows.length > 0 && stateOf(rows)}
                    onChange={(on) => {
                      select(rows, on);
                    }}
                  />
                </th>
              )}
              {shown.map((column) => (
                <Head
                  key={column.id}
                  column={column}
                  sorted={table.getColumn(column.id)?.getIsSorted() ?? false}
                  onSort={() => table.getColumn(column.id)?.toggleSorting()}
                />
              ))}
            </tr>
          </thead>
          <tbody>
            {before > 0 && <tr aria-hidden="true" style={{ height: before }} />}
            {items.map(({ index }) => {
              const line = lines[index];
              if (line === undefined) return null;
              if (line.kind === 'row') {
                const id = idOf(line.row);
                return (
                  <TableRow
                    key={id}
                    at={index}
                    row={line.row}
                    columns={shown}
                    title={titleOf(line.row)}
                    faint={faint?.(line.row) === true}
                    selected={several === undefined ? undefined : selection[id] === true}
                    onSelect={onSelect}
                  />
                );
              }
              return (
                <tr key={`group ${line.name}`} className="group">
                  {several !== undefined && (
                    <td>
                      <Tick
                        bare
                        label={`Select all of ${line.name}`}
                        checked={stateOf(line.members)}
                        onChange={(on) => {
                          select(line.members, on);
                        }}
                      />
                    </td>
                  )}
                  <th colSpan={shown.length} scope="rowgroup">
                    {line.name} <span className="m">{line.members.length}</span>
                  </th>
                </tr>
              );
            })}
            {after > 0 && <tr aria-hidden="true" style={{ height: after }} />}
          </tbody>
        </table>
        {rows.length === 0 && empty}
        {below}
      </div>
    </>
  );
}

interface HeadProps<T> {
  readonly column: Column<T>;
  readonly sorted: false | 'asc' | 'desc';
  readonly onSort: () => void;
}

function Head<T>({ column: { label, by, figures = false }, sorted, onSort }: HeadProps<T>) {
  const Sign = sorted === 'desc' ? ArrowDown : ArrowUp;
  return (
    <th
      className={figures ? 'n' : undefined}
      aria-sort={sorted === false ? undefined : sorted === 'desc' ? 'descending' : 'ascending'}
    >
      {by === undefined ? (
        label
      ) : (
        <button type="button" className="inline-flex items-center gap-1 hover:underline" onClick={onSort}>
          {label}
          {sorted !== false && <Sign className="i s" aria-hidden="true" />}
        </button>
      )}
    </th>
  );
}
