/** undefined: as it is kept; empty: none from now on */
export type Password = string | undefined;

interface PasswordBlankProps {
  readonly label: string;
  /** whether there is one already */
  readonly isKept: boolean;
  /** the variable of the environment that sets it, if one does */
  readonly variable: string | undefined;
  readonly value: Password;
  readonly onChange: (value: Password) => void;
}

/** A password that is typed once and never shown again. */
export function PasswordBlank({ label, isKept, variable, value, onChange }: PasswordBlankProps) {
  return (
    <>
      <input
        className={`blank m !w-32 ${value === undefined ? '' : 'draft'} ${variable === undefined ? '' : '!bg-transparent !text-soft'}`}
        type="password"
        aria-label={label}
        readOnly={variable !== undefined}
        title={variable === undefined ? undefined : `Set by ${variable} in the environment`}
        placeholder={value === '' && isKept ? 'will be removed' : isKept ? 'stored' : 'none'}
        value={value ?? ''}
        autoComplete="new-password"
        onChange={(event) => {
          onChange(event.target.value === '' ? undefined : event.target.value);
        }}
      />
      {isKept && variable === undefined && value !== '' && (
        <button
          type="button"
          className="btn s bare"
          aria-label={`Remove: ${label}`}
          onClick={() => {
            onChange('');
          }}
        >
          Remove
        </button>
      )}
    </>
  );
}
