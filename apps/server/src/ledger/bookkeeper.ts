import type { Actor } from '@gully/core/actors';

/** Who the activity says adjusted balances. Only the streamer sits at the control room. */
export function bookkeeper(actor: Actor): string {
  return actor === 'streamer' ? 'You' : 'Ledger';
}
