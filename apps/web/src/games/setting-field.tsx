import type { CellBlank } from '@gully/core/games';
import { ReferenceChoice } from '../script/index.js';
import { Choice, DurationField, NumberBlank } from '../ui/index.js';

/** A choice has no empty value. */
const NO_ROUTINE = 'none';

interface SettingFieldProps {
  readonly blank: CellBlank;
  readonly label: string;
  readonly value: string | number;
  readonly before: string | number;
  readonly wrong: string | undefined;
  readonly onChange: (value: string | number) => void;
}

/** The control of one blank, in a sentence or a table. */
export function SettingField({ blank, label, value, before, wrong, onChange }: SettingFieldProps) {
  switch (blank.as) {
    case 'number':
      return blank.unit === 's' ? (
        <DurationField
          label={label}
          value={Number(value)}
          unit="s"
          draft={value !== before}
          wrong={wrong !== undefined}
          onChange={(next) => {
            onChange(next ?? Number.NaN);
          }}
        />
      ) : (
        <NumberBlank
          label={label}
          value={Number(value)}
          before={Number(before)}
          unit={blank.unit === 'currency' ? undefined : blank.unit}
          parts={blank.unit === '%' || blank.unit === '×'}
          wrong={wrong}
          onChange={onChange}
        />
      );
    case 'choice':
      return (
        <Choice
          label={label}
          value={String(value)}
          draft={value !== before}
          options={Object.entries(blank.options).map(([each, words]) => ({ value: each, label: words }))}
          onChange={onChange}
        />
      );
    case 'text':
      return (
        <input
          className={`blank !w-36 ${value === before ? '' : 'draft'}`}
          aria-label={label}
          aria-invalid={wrong !== undefined}
          title={wrong}
          autoComplete="off"
          value={String(value)}
          onChange={({ target }) => {
            onChange(target.value);
          }}
        />
      );
    case 'colour':
      return (
        <input
          type="color"
          className="h-6 w-9 cursor-pointer border border-line bg-sunk"
          aria-label={label}
          value={String(value)}
          onChange={({ target }) => {
            onChange(target.value);
          }}
        />
      );
    case 'routine':
      return (
        <ReferenceChoice
          to="routine"
          label={label}
          value={value === '' ? NO_ROUTINE : String(value)}
          draft={value !== before}
          otherwise={{ value: NO_ROUTINE, label: 'nothing more' }}
          onChange={(next) => {
            onChange(next === NO_ROUTINE ? '' : next);
          }}
        />
      );
  }
}
