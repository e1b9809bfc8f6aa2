import {
  BLANK_ROUTINE,
  routineBody,
  sentenceOf,
  triggerInWords,
  type NamedRoutineBody,
} from '@gully/core/routines';
import { whenInWords } from '@gully/core/stream';
import type { NamedRoutine } from '../api/index.js';
import { declared, type Parts } from '../editing/index.js';

export function startsInWords({ triggers }: NamedRoutineBody): string {
  return triggers.length === 0 ? 'other routines, or by hand' : triggers.map(triggerInWords).join(', or ');
}

const PARTS: Parts<NamedRoutineBody> = {
  name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
  triggers: { label: 'Starts when', of: ({ triggers }) => triggers, words: startsInWords },
  when: { label: 'Runs', of: ({ when }) => when, words: ({ when }) => whenInWords(when) },
  group: { label: 'Group', of: ({ group }) => group, words: ({ group }) => group || 'no group' },
  enabled: { label: 'On', of: ({ enabled }) => enabled, words: ({ enabled }) => (enabled ? 'on' : 'off') },
  steps: {
    label: 'Steps',
    of: ({ routine }) => routine,
    words: ({ routine }) => routine.steps.map((step) => sentenceOf(step)).join(' · ') || 'none',
  },
};

export const ROUTINE = declared<NamedRoutineBody, NamedRoutine>({
  thing: 'routine',
  blank: BLANK_ROUTINE,
  // A routine has nothing typed that starts it, so the rehearsal knows it also while it is as saved.
  rehearsed: 'open',
  bodyOf: routineBody,
  parts: PARTS,
});
export const { drafts } = ROUTINE;
