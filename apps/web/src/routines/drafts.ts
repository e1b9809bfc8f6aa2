import { BLANK_ROUTINE, type NamedRoutineBody } from '@gully/core/routines';
import { createStore, draftsOf } from '../ui/index.js';

export const blankRoutine = (): NamedRoutineBody => structuredClone(BLANK_ROUTINE);

/** Routines that are edited and not saved. */
export const drafts = draftsOf<NamedRoutineBody>({
  kind: 'routine',
  blank: blankRoutine,
  whole: (body) => ({ ...blankRoutine(), ...body }),
  differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
});

/** The routine in the editor as it stands there, for the rehearsal to have in force. */
export interface OpenRoutine extends NamedRoutineBody {
  /** undefined for a new one */
  readonly id?: string | undefined;
}
export const openRoutine = createStore<OpenRoutine | undefined>(undefined);
