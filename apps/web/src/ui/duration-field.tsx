import { readDuration, typedDuration } from '@gully/core/text';
import { useState } from 'react';

/** Milliseconds of the units a number on its own may count. */
const UNITS = { s: 1_000, m: 60_000, h: 3_600_000 } as const;

interface DurationFieldProps {
  readonly label: string;
  /** how many of `unit`; not a number for what could not be read, null for none */
  readonly value: number | null;
  /** what the value counts, and a number typed on its own */
  readonly unit: keyof typeof UNITS;
  /** what stands there when nothing is given */
  readonly empty?: string;
  readonly draft?: boolean;
  readonly wrong?: boolean;
  readonly onChange: (value: number | null) => void;
}

/** A blank for a span: `30s`, `5m`, `1h 30m`, or a number of its unit. */
export function DurationField(props: DurationFieldProps) {
  const { label, value, unit, empty = '', draft = false, wrong = false, onChange } = props;
  // What is being typed stays as typed until the field is left; what could not be read, until it is something else.
  const [typed, setTyped] = useState<string>();
  const [focused, setFocused] = useState(false);
  const shown = value === null ? '' : typedDuration(value * UNITS[unit]);
  const isTyped = focused || (value !== null && Number.isNaN(value));
  return (
    <input
      className={`blank m !inline-block !w-24 text-right ${draft ? 'draft' : ''}`}
      aria-label={label}
      aria-invalid={wrong}
      placeholder={empty}
      title="30s, 5m or 1h 30m"
      autoComplete="off"
      spellCheck={false}
      value={isTyped ? (typed ?? shown) : shown}
      onFocus={() => {
        if (!isTyped) setTyped(undefined);
        setFocused(true);
      }}
      onChange={({ target }) => {
        setTyped(target.value);
        const ms = readDuration(target.value, unit);
        onChange(target.value.trim() === '' ? null : ms === undefined ? Number.NaN : ms / UNITS[unit]);
      }}
      onBlur={() => {
        setFocused(false);
      }}
    />
  );
}
