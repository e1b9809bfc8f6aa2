import type { DraftKind } from '@gully/core/things';
import { useOpen } from '../editing/index.js';
import { useGuardDraft } from '../guard/index.js';
import { usePrefix } from '../live/index.js';

/** A draft that is in force in the rehearsal as if it were saved. */
export interface InForce {
  readonly kind: DraftKind;
  /** undefined for a new one */
  readonly id: string | undefined;
  readonly body: object;
  /** what it is called; undefined for what is as it is saved */
  readonly name: string | undefined;
}

/** What is open in an editor, where it can be rehearsed, and the settings of the guard that are not saved. */
export function useInForce(): readonly InForce[] {
  const open = useOpen();
  const guard = useGuardDraft();
  const prefix = usePrefix();
  const all: InForce[] = [];
  if (
    open !== undefined &&
    (open.isDraft ? open.kind.rehearsed !== 'never' : open.kind.rehearsed === 'open')
  ) {
    const { kind, id, body, isDraft } = open;
    const name = kind.nameOf(body, prefix) || `the new ${kind.word}`;
    all.push({ kind: kind.thing, id, body, name: isDraft ? name : undefined });
  }
  if (guard !== undefined) all.push({ kind: 'guard', id: undefined, body: guard, name: 'the guard' });
  return all;
}
