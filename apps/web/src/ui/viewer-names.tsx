import type { NamedViewer } from '@gully/core/viewers';
import { useState } from 'react';

interface ViewerNamesProps {
  readonly label: string;
  readonly named: readonly NamedViewer[];
  readonly onChange: (named: NamedViewer[]) => void;
}

/** Viewers by name, separated by spaces. */
export function ViewerNames({ label, named, onChange }: ViewerNamesProps) {
  const [typed, setTyped] = useState(named.map(({ name }) => name).join(' '));
  return (
    <label className="block">
      <span className="s2 block pb-1 text-soft">{label}</span>
      <input
        className="blank"
        value={typed}
        placeholder="nobody"
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          setTyped(event.target.value);
          const names = event.target.value.split(/[\s,]+/u).map((name) => name.replace(/^@/u, ''));
          onChange(
            names
              .filter((name) => name !== '')
              // A name that was bound to a viewer stays bound to them.
              .map((name) => named.find((each) => each.name === name) ?? { name, viewer: null }),
          );
        }}
      />
    </label>
  );
}
