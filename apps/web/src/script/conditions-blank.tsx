import {
  ALONE,
  COMPARISON_WORDS,
  COMPARISONS,
  isGroup,
  type Comparison,
  type ConditionRow,
  type Conditions,
} from '@gully/core/routines';
import { evaluate, unknownIn, parseText } from '@gully/core/text';
import { Plus, X } from 'lucide-react';
import { useId } from 'react';
import { ulid } from 'ulid';
import { Choice, Fault, IconButton } from '../ui/index.js';
import { useScript } from './script-context.js';

interface ConditionsBlankProps {
  readonly conditions: Conditions;
  readonly place: string;
  readonly onChange: (conditions: Conditions) => void;
  /** a group within another can be taken away */
  readonly onRemove?: () => void;
}

const JOINS = [
  { value: 'all', label: 'all of these hold' },
  { value: 'any', label: 'any of these holds' },
] as const;

const newRow = (): ConditionRow => ({ id: ulid(), value: 'input.all', comparison: 'is', against: '' });

/** Rows of conditions, and groups of them, joined by all or any. */
export function ConditionsBlank({ conditions, place, onChange, onRemove }: ConditionsBlankProps) {
  const { faultOf } = useScript();
  const { rows, join } = conditions;
  const set = (at: number, row: ConditionRow | Conditions): void => {
    onChange({ ...conditions, rows: rows.with(at, row) });
  };
  const take = (at: number): void => {
    onChange({ ...conditions, rows: rows.toSpliced(at, 1) });
  };
  return (
    <div className="conditions">
      {(rows.length > 1 || onRemove !== undefined) && (
        <span className="row">
          <Choice
            label="Whether all or any must hold"
            value={join}
            options={JOINS}
            onChange={(next) => {
              onChange({ ...conditions, join: next });
            }}
          />
          {onRemove !== undefined && <IconButton icon={X} label="Remove the group" onClick={onRemove} />}
        </span>
      )}
      {rows.map((row, at) => {
        const path = `${place}.rows.${String(at)}`;
        return isGroup(row) ? (
          <div key={row.id} className="branches !col-auto !pl-4">
            <ConditionsBlank
              conditions={row}
              place={path}
              onChange={(next) => {
                set(at, next);
              }}
              onRemove={() => {
                take(at);
              }}
            />
          </div>
        ) : (
          <Row
            key={row.id}
            row={row}
            place={path}
            onChange={(next) => {
              set(at, next);
            }}
            onRemove={
              rows.length > 1
                ? () => {
                    take(at);
                  }
                : undefined
            }
          />
        );
      })}
      <Fault>{faultOf(place)}</Fault>
      <p className="row">
        <button
          type="button"
          className="btn s bare text-soft"
          onClick={() => {
            onChange({ ...conditions, rows: [...rows, newRow()] });
          }}
        >
          <Plus className="i s" aria-hidden="true" /> condition
        </button>
        {onRemove === undefined && (
          <button
            type="button"
            className="btn s bare text-soft"
            onClick={() => {
              const group: Conditions = {
                id: ulid(),
                join: join === 'all' ? 'any' : 'all',
                rows: [newRow(), newRow()],
              };
              onChange({ ...conditions, rows: [...rows, group] });
            }}
          >
            <Plus className="i s" aria-hidden="true" /> group of conditions
          </button>
        )}
      </p>
    </div>
  );
}

interface RowProps {
  readonly row: ConditionRow;
  readonly place: string;
  readonly onChange: (row: ConditionRow) => void;
  readonly onRemove: (() => void) | undefined;
}

/** A value, a comparison, and a text or value; and what the value is now. */
function Row({ row, place, onChange, onRemove }: RowProps) {
  const { faultOf, scope } = useScript();
  const id = useId();
  const parsed = parseText(`{{ ${row.value} }}`);
  const unknown = 'text' in parsed && row.value !== '' ? unknownIn(parsed.text, scope.known)[0] : undefined;
  const now = evaluate(row.value, scope).text;
  return (
    <div>
      <div className="row flex-wrap">
        <input
          className="blank m !h-6 !w-44"
          aria-label="Value"
          aria-invalid={faultOf(`${place}.value`) !== undefined}
          placeholder="viewer.role"
          value={row.value}
          list={id}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            onChange({ ...row, value: event.target.value });
          }}
        />
        <datalist id={id}>
          {[...scope.known].map((path) => (
            <option key={path} value={path} />
          ))}
        </datalist>
        <Choice
          label="Comparison"
          value={row.comparison}
          options={COMPARISONS.map((value: Comparison) => ({ value, label: COMPARISON_WORDS[value] }))}
          onChange={(comparison) => {
            onChange({ ...row, comparison });
          }}
        />
        {!ALONE.includes(row.comparison) && (
          <input
            className="blank m !h-6 !w-44"
            aria-label="Compared with"
            aria-invalid={faultOf(`${place}.against`) !== undefined}
            placeholder={row.comparison === 'is-one-of' ? 'left, right' : 'moderator'}
            value={row.against}
            autoComplete="off"
            spellCheck={false}
            onChange={(event) => {
              onChange({ ...row, against: event.target.value });
            }}
          />
        )}
        {unknown === undefined && row.value !== '' && (
          <span className="s2 text-soft">(now {now === '' ? 'empty' : now})</span>
        )}
        {onRemove !== undefined && <IconButton icon={X} label="Remove the condition" onClick={onRemove} />}
      </div>
      <Fault>{faultOf(`${place}.value`) ?? faultOf(`${place}.against`)}</Fault>
      {unknown !== undefined && (
        <p className="fault">
          <span>
            There is no value called <span className="m">{unknown.path}</span>; it will be empty.
          </span>
          {unknown.nearest !== undefined && (
            <button
              type="button"
              className="btn s"
              onClick={() => {
                onChange({ ...row, value: row.value.replace(unknown.path, unknown.nearest ?? '') });
              }}
            >
              Use <span className="m">{unknown.nearest}</span>
            </button>
          )}
        </p>
      )}
    </div>
  );
}
