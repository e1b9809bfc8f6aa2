import {
  BLANK_ROUTINE,
  routineBody,
  sentenceOf,
  triggerInWords,
  type NamedRoutineBody,
} from '@gully/core/routines';
import { whenInWords } from '@gully/core/stream';
import { answerOf, api, routineAsSent, routineFrom, type NamedRoutine } from '../api/index.js';
import { placesIn, type Kind, type Parts } from '../editing/index.js';
import { routinesQuery } from '../live/index.js';
import { createStore, draftsOf } from '../ui/index.js';

const blankRoutine = (): NamedRoutineBody => structuredClone(BLANK_ROUTINE);

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

export const ROUTINE: Kind<NamedRoutineBody, NamedRoutine> = {
  thing: 'routine',
  word: 'routine',
  path: '/prepare/routines',
  drafts,
  blank: blankRoutine,
  bodyOf: routineBody,
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: (body) => body as NamedRoutineBody,
  parts: PARTS,
  server: {
    create: async (body) =>
      routineFrom(await answerOf(api.POST('/api/routines', { body: routineAsSent(body) }))),
    replace: async (id, body, version) =>
      routineFrom(
        await answerOf(
          api.PUT('/api/routines/{id}', {
            params: { path: { id } },
            body: { ...routineAsSent(body), version },
          }),
        ),
      ),
    remove: (id) => answerOf(api.DELETE('/api/routines/{id}', { params: { path: { id } } })),
    restore: async (id) =>
      routineFrom(await answerOf(api.POST('/api/routines/{id}/restore', { params: { path: { id } } }))),
    stepBack: async (id, version) =>
      routineFrom(
        await answerOf(
          api.POST('/api/routines/{id}/step-back', { params: { path: { id } }, body: { version } }),
        ),
      ),
    several: async (body) => (await answerOf(api.POST('/api/routines/several', { body }))).map(routineFrom),
  },
  ...placesIn<NamedRoutine>(routinesQuery.queryKey, ({ name }) => name),
};
