import { GAME_KINDS, type Row, type SettingBlank } from '@gully/core/games';
import { Plus, X } from 'lucide-react';
import { useCurrency } from '../currency/index.js';
import { Fault, IconButton } from '../ui/index.js';
import type { GameEditing } from './game-editor.js';
import { SettingField } from './setting-field.js';
import { WordsField } from './words-field.js';

/** The tables and lists of a kind of game, each below its sentence. */
export function SettingsTables({ editing }: { readonly editing: GameEditing }) {
  const { body, faultOf, change } = editing;
  const kind = GAME_KINDS[body.kind];
  const hidden = new Set<string>(kind.without?.(body.settings));
  return (
    <div className="flex flex-wrap gap-x-8">
      {Object.entries(kind.blanks).map(([field, blank]: [string, SettingBlank]) => {
        if (hidden.has(field)) return null;
        if (blank.as === 'table')
          return <SettingTable key={field} editing={editing} field={field} blank={blank} />;
        return blank.as === 'words' ? (
          <WordsField
            key={field}
            label={blank.label}
            words={(body.settings[field] ?? []) as readonly string[]}
            fault={faultOf(`settings.${field}`)}
            onChange={(words) => {
              change({ settings: { ...body.settings, [field]: words } });
            }}
          />
        ) : null;
      })}
    </div>
  );
}

interface SettingTableProps {
  readonly editing: GameEditing;
  readonly field: string;
  readonly blank: Extract<SettingBlank, { readonly as: 'table' }>;
}

function SettingTable({ editing, field, blank }: SettingTableProps) {
  const { body, base, faultOf, change } = editing;
  const { many } = useCurrency();
  const rows = (body.settings[field] ?? []) as readonly Row[];
  const before = (base.kind === body.kind ? (base.settings[field] ?? []) : rows) as readonly Row[];
  const set = (next: readonly Row[]): void => {
    change({ settings: { ...body.settings, [field]: next } });
  };
  const columns = Object.entries(blank.columns);
  const faults = rows.flatMap((_, n) =>
    columns.flatMap(([column]) => {
      const fault = faultOf(`settings.${field}.${String(n)}.${column}`);
      return fault === undefined ? [] : [`Row ${String(n + 1)}: ${fault}`];
    }),
  );
  return (
    <section className="mt-3" aria-label={blank.label}>
      <table className="t !w-auto">
        <caption className="pb-1 text-left text-xs text-soft">{blank.label}</caption>
        <thead>
          <tr>
            {columns.map(([column, cell]) => (
              <th key={column} scope="col">
                {cell.label}
                {cell.as === 'number' && cell.unit === 'currency' && `, ${many}`}
              </th>
            ))}
            <th scope="col">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, n) => (
            <tr key={n}>
              {columns.map(([column, cell]) => (
                <td key={column}>
                  <SettingField
                    blank={cell}
                    label={`${cell.label}, row ${String(n + 1)}`}
                    value={row[column] ?? ''}
                    before={before[n]?.[column] ?? row[column] ?? ''}
                    wrong={faultOf(`settings.${field}.${String(n)}.${column}`)}
                    onChange={(value) => {
                      set(rows.map((each, at) => (at === n ? { ...each, [column]: value } : each)));
                    }}
                  />
                </td>
              ))}
              <td>
                {rows.length > blank.least && (
                  <IconButton
                    icon={X}
                    label={`Remove row ${String(n + 1)}`}
                    onClick={() => {
                      set(rows.filter((_, at) => at !== n));
                    }}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Fault>{faultOf(`settings.${field}`)}</Fault>
      {faults.map((fault) => (
        <Fault key={fault}>{fault}</Fault>
      ))}
      {rows.length < blank.most && (
        <button
          type="button"
          className="btn s mt-1"
          onClick={() => {
            set([...rows, blank.row]);
          }}
        >
          <Plus className="i s" aria-hidden="true" /> Add a row
        </button>
      )}
    </section>
  );
}
