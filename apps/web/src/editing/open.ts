import type { BodyOf } from '@gully/core/bundles';
import type { ThingKind } from '@gully/core/things';
import { createStore } from '../ui/index.js';
import type { Kind } from './kind.js';

/** What is open in an editor, as it stands there. */
export interface Open {
  readonly kind: Pick<Kind<never, never>, 'thing' | 'word' | 'rehearsed'> & {
    nameOf(body: object, prefix: string): string;
  };
  /** undefined for a new one */
  readonly id: string | undefined;
  readonly body: object;
  /** true while it differs from what is saved */
  readonly isDraft: boolean;
}

const open = createStore<Open | undefined>(undefined);

/** What is open in an editor, if anything is. */
export function useOpen(): Open | undefined {
  return open.use();
}

/** What is open, where that is of a kind. */
export function useOpenOf<K extends ThingKind>(
  kind: K,
): { readonly id: string | undefined; readonly body: BodyOf[K] } | undefined {
  const now = open.use();
  return now?.kind.thing === kind ? { id: now.id, body: now.body as BodyOf[K] } : undefined;
}

export function publishOpen(now: Open | undefined): void {
  open.set(now);
}
