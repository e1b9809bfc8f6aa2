import type { NamedViewer } from '@gully/core/viewers';
import { useTypedList } from './typed-list.js';

interface ViewerNamesProps {
  readonly label: string;
  readonly named: readonly NamedViewer[];
  readonly onChange: (named: NamedViewer[]) => void;
}

/** Viewers by name, separated by spaces. */
export function ViewerNames({ label, named, onChange }: ViewerNamesProps) {
  const names = named.map(({ name }) => name);
  const { shown, take } = useTypedList(names, namesIn, names.join(' '));
  return (
    <label className="block">
      <span className="s2 block pb-1 text-soft">{label}</span>
      <input
        className="blank"
        value={shown}
        placeholder="nobody"
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          // A name that was bound to a viewer stays bound to them.
          onChange(
            take(event.target.value).map(
              (name) => named.find((each) => each.name === name) ?? { name, viewer: null },
            ),
          );
        }}
      />
    </label>
  );
}

function namesIn(typed: string): string[] {
  return typed
    .split(/[\s,]+/u)
    .map((name) => name.replace(/^@/u, ''))
    .filter((name) => name !== '');
}
