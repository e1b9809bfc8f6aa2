import type { Change, Effect } from '../channel/index.js';
import type { Why } from '../chat/index.js';
import type { Started } from '../routines/index.js';

/** What one message comes to: what is to be written, what is then to be done, and why. */
export interface Decision {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly why: Why;
  /** routines that were begun, the command's last */
  readonly started: readonly Started[];
  /** the command that answered or refused, if any */
  readonly commandId: string | undefined;
}
