import { ALWAYS, type When } from '../stream/index.js';
import type { EventTrigger } from './event.js';
import { routineOf, type Routine } from './step.js';

/** What a person makes of a routine that stands for itself: events, other routines, timers or a hand start it. */
export interface NamedRoutineBody {
  readonly name: string;
  /** a heading it stands under; empty for none */
  readonly group: string;
  readonly enabled: boolean;
  /** any of them starts it; none: it is started by others, or by hand */
  readonly triggers: readonly EventTrigger[];
  readonly when: When;
  readonly routine: Routine;
}
export interface NamedRoutine extends NamedRoutineBody {
  readonly id: string;
}

export const BLANK_ROUTINE: NamedRoutineBody = {
  name: '',
  group: '',
  enabled: true,
  triggers: [],
  when: ALWAYS,
  routine: routineOf([{ kind: 'say', id: 'say', texts: [''], order: 'random' }]),
};

export const ROUTINE_NAME_LIMIT = 60;
export const TRIGGERS_LIMIT = 20;

/** What a person wrote of a routine, without what Gully keeps beside it. */
export function routineBody<T extends NamedRoutineBody>(given: T): Pick<T, keyof NamedRoutineBody> {
  const { name, group, enabled, triggers, when, routine } = given;
  return { name, group, enabled, triggers, when, routine };
}
