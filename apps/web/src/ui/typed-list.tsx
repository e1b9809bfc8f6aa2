import { useState } from 'react';

/** The parts of what is typed with commas between them. */
export function byCommas(typed: string): string[] {
  return typed
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

/**
 * A list in one blank. What is typed stays as typed for as long as it says the same as the list, and
 * gives way to what comes from elsewhere, such as a discarded draft.
 *
 * @param read the list in what is typed
 * @param write how the list is shown
 */
export function useTypedList(
  list: readonly string[],
  read: (typed: string) => string[] = byCommas,
  write = list.join(', '),
): { readonly shown: string; readonly take: (typed: string) => string[] } {
  const [typed, setTyped] = useState(write);
  const told = read(typed);
  const isSame = told.length === list.length && told.every((part, n) => part === list[n]);
  return {
    shown: isSame ? typed : write,
    take: (text) => {
      setTyped(text);
      return read(text);
    },
  };
}

interface CommaListProps {
  readonly label: string;
  readonly list: readonly string[];
  readonly onChange: (list: string[]) => void;
  readonly placeholder: string;
  readonly title?: string;
  readonly className?: string;
  readonly wrong?: boolean;
}

/** A few words or names, separated by commas. */
export function CommaList({ label, list, onChange, className = '', wrong, ...more }: CommaListProps) {
  const { shown, take } = useTypedList(list);
  return (
    <input
      className={`blank ${className}`}
      aria-label={label}
      aria-invalid={wrong === true}
      autoComplete="off"
      value={shown}
      onChange={({ target }) => {
        onChange(take(target.value));
      }}
      {...more}
    />
  );
}
