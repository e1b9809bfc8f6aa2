interface ColourBlankProps {
  readonly label: string;
  /** `#rrggbb` or `#rrggbbaa`; empty for none, where that may be */
  readonly value: string;
  /** whether it may be seen through, or be none */
  readonly clear?: boolean;
  readonly onChange: (value: string) => void;
}

/** A colour; where it may be seen through, how much of it there is, in percent. */
export function ColourBlank({ label, value, clear = false, onChange }: ColourBlankProps) {
  const solid = value === '' ? '#121715' : value.slice(0, 7);
  const part =
    value === '' ? 0 : value.length < 9 ? 100 : Math.round((parseInt(value.slice(7), 16) / 255) * 100);
  const withPart = (colour: string, percent: number): string =>
    percent === 0
      ? ''
      : percent === 100
        ? colour
        : `${colour}${Math.round((percent / 100) * 255)
            .toString(16)
            .padStart(2, '0')}`;
  return (
    <span className="whitespace-nowrap">
      <input
        type="color"
        className="colour"
        aria-label={label}
        value={solid}
        onChange={({ target }) => {
          onChange(clear ? withPart(target.value, part === 0 ? 100 : part) : target.value);
        }}
      />
      {clear && (
        <>
          {' '}
          <input
            type="number"
            className="blank m !inline-block !w-16 text-right"
            aria-label={`${label}, how solid in percent`}
            min={0}
            max={100}
            step={5}
            value={part}
            onChange={({ target }) => {
              onChange(withPart(solid, Math.min(100, Math.max(0, Math.round(target.valueAsNumber || 0)))));
            }}
          />{' '}
          %
        </>
      )}
    </span>
  );
}
