import { Download } from 'lucide-react';
import { Opens, tellProblem, Tick } from '../ui/index.js';
import type { Column } from './column.js';

interface ColumnsMenuProps<T> {
  readonly many: string;
  readonly columns: readonly Column<T>[];
  readonly visible: Readonly<Record<string, boolean>>;
  /** as they are shown, in their order */
  readonly rows: readonly T[];
  readonly onShow: (id: string, on: boolean) => void;
}

/** Which columns a table shows, and what it shows as a file. */
export function ColumnsMenu<T>({ many, columns, visible, rows, onShow }: ColumnsMenuProps<T>) {
  return (
    <Opens label={`Columns of ${many}, and export`} shown="Columns">
      <fieldset className="grid gap-1.5">
        <legend className="sr-only">Columns that are shown</legend>
        {columns
          .filter(({ shown }) => shown !== 'always')
          .map(({ id, label }) => (
            <Tick
              key={id}
              label={label}
              checked={visible[id] === true}
              onChange={(on) => {
                onShow(id, on);
              }}
            />
          ))}
      </fieldset>
      <button
        type="button"
        className="btn s mt-2.5"
        onClick={() => {
          const shown = columns.filter(({ id }) => visible[id] === true);
          void (async () => {
            const { saveCsv } = await import('./save-csv.js');
            saveCsv(many, shown, rows);
          })().catch(tellProblem);
        }}
      >
        <Download className="i s" aria-hidden="true" /> Export CSV
      </button>
      <p className="s2 mt-1 text-soft">The rows and columns shown, in this order.</p>
    </Opens>
  );
}
