import { useSyncExternalStore } from 'react';
import type { CommandBody } from '../api/index.js';

/** The command in the editor as it stands there, for the rehearsal to have in force. */
export interface OpenDraft extends CommandBody {
  /** undefined for a new one */
  readonly id?: string | undefined;
}

let open: OpenDraft | undefined;
const listeners = new Set<() => void>();

export function setOpenDraft(draft: OpenDraft | undefined): void {
  open = draft;
  for (const listener of listeners) listener();
}

/** The unsaved command that is open, if one is. */
export function useOpenDraft(): OpenDraft | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => open,
  );
}
