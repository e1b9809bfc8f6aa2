interface RoomBlankProps {
  readonly label: string;
  readonly width: string;
  readonly value: string;
  /** as it is saved */
  readonly was: string;
  readonly wrong: boolean;
  /** the variable of the environment that sets it, if one does */
  readonly variable: string | undefined;
  readonly onChange: (value: string) => void;
}

/** A word of the room’s sentence. */
export function RoomBlank({ label, width, value, was, wrong, variable, onChange }: RoomBlankProps) {
  const changed = value !== was;
  return (
    <>
      <input
        className={`blank m ${width} ${changed ? 'draft' : ''} ${variable === undefined ? '' : '!bg-transparent !text-soft'}`}
        aria-label={label}
        aria-invalid={wrong}
        readOnly={variable !== undefined}
        title={variable === undefined ? undefined : `Set by ${variable} in the environment`}
        placeholder="none"
        value={value}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          onChange(event.target.value);
        }}
      />
      {changed && <span className="was"> was {was === '' ? 'empty' : was}</span>}
    </>
  );
}
