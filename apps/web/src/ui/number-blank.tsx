import { useEffect, useState } from 'react';

interface NumberBlankProps {
  readonly label: string;
  readonly value: number;
  readonly unit?: '%' | 's' | '×' | undefined;
  /** true where it may have two decimals, and be below 0 */
  readonly parts?: boolean;
  /** what it was before it was changed */
  readonly before: number;
  readonly wrong: string | undefined;
  readonly onChange: (value: number) => void;
}

/** A number in a sentence; changed, it says what it was. */
export function NumberBlank({
  label,
  value,
  unit,
  parts = false,
  before,
  wrong,
  onChange,
}: NumberBlankProps) {
  const [typed, setTyped] = useState(String(value));
  // What comes from elsewhere, as by Discard, takes the place of what was typed.
  useEffect(() => {
    setTyped((now) => (Number(now) === value ? now : String(value)));
  }, [value]);
  const isChanged = value !== before;
  return (
    <span className="whitespace-nowrap">
      <input
        className={`blank m !inline-block text-right ${isChanged ? 'draft' : ''}`}
        style={{ width: `${String(Math.max(2, typed.length) + 2)}ch` }}
        inputMode={parts ? 'decimal' : 'numeric'}
        aria-label={label}
        aria-invalid={wrong !== undefined}
        title={wrong}
        value={typed}
        autoComplete="off"
        onChange={({ target }) => {
          setTyped(target.value);
          const number = Number(target.value.trim());
          if (target.value.trim() !== '' && (Number.isInteger(number) || (parts && Number.isFinite(number))))
            onChange(number);
        }}
        onBlur={() => {
          setTyped(String(value));
        }}
      />
      {unit !== undefined && <span className="text-soft"> {unit}</span>}
      {isChanged && <span className="was ml-1">was {before}</span>}
    </span>
  );
}
