interface WholeNumberProps {
  readonly label: string;
  readonly value: number | null;
  /** what stands there when nothing is given */
  readonly empty?: string;
  readonly wrong?: boolean;
  readonly onChange: (value: number | null) => void;
}

/** A blank for a whole number, or for none. */
export function WholeNumber({ label, value, empty = '', wrong = false, onChange }: WholeNumberProps) {
  return (
    <input
      className="blank m !w-24 text-right"
      type="number"
      step={1}
      aria-label={label}
      aria-invalid={wrong}
      placeholder={empty}
      value={value === null || Number.isNaN(value) ? '' : value}
      onChange={(event) => {
        onChange(event.target.value === '' ? null : event.target.valueAsNumber);
      }}
    />
  );
}
