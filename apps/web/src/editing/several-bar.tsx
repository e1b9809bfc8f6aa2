import type { ReactNode } from 'react';
import type { Kept, Kind } from './kind.js';
import { useSeveral } from './use-several.js';

interface SeveralBarProps<B extends object, S extends Kept> {
  readonly kind: Kind<B, S>;
  readonly chosen: readonly S[];
  readonly onClear: () => void;
  /** what else can be done with them; `set` gives them something in common */
  readonly children: (set: (part: Record<string, unknown>) => void) => ReactNode;
}

/** What can be done with the things selected in a table. */
export function SeveralBar<B extends object, S extends Kept>(props: SeveralBarProps<B, S>) {
  const { kind, chosen, onClear, children } = props;
  const several = useSeveral(kind);
  const ids = chosen.map(({ id }) => id);
  const button = (label: string, change: 'switch-on' | 'switch-off' | 'delete') => (
    <button
      type="button"
      className="btn s"
      disabled={several.isPending}
      onClick={() => {
        several.mutate({ ids, change }, { onSuccess: onClear });
      }}
    >
      {label}
    </button>
  );
  return (
    <div className="row flex-wrap" role="toolbar" aria-label={`Selected ${kind.word}s`}>
      <b>{chosen.length} selected</b>
      {button('Switch on', 'switch-on')}
      {button('Switch off', 'switch-off')}
      {children((part) => {
        several.mutate({ ids, change: 'set', part }, { onSuccess: onClear });
      })}
      {button('Delete', 'delete')}
      <button type="button" className="btn s bare ml-auto" onClick={onClear}>
        Clear selection
      </button>
    </div>
  );
}
