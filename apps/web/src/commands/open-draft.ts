import type { CommandBody } from '../api/index.js';
import { createStore } from '../ui/index.js';

/** The command in the editor as it stands there, for the rehearsal to have in force. */
export interface OpenDraft extends CommandBody {
  /** undefined for a new one */
  readonly id?: string | undefined;
}

/** The unsaved command that is open, if one is. */
export const openDraft = createStore<OpenDraft | undefined>(undefined);
