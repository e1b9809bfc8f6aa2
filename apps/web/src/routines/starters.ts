import type { Step } from '@gully/core/channel';
import { BLANK_ROUTINE, routineOf, type EventTrigger, type NamedRoutineBody } from '@gully/core/routines';

interface Starter {
  readonly what: string;
  readonly body: NamedRoutineBody;
}

const on = (event: EventTrigger['event'], least = 0): EventTrigger => ({
  id: event,
  event,
  least,
  lowestRole: 'viewer',
  viewers: [],
});
const starter = (
  name: string,
  what: string,
  triggers: readonly EventTrigger[],
  steps: readonly Step[],
): Starter => ({
  what,
  body: { ...BLANK_ROUTINE, name, triggers, routine: routineOf(steps) },
});

/** Routines to begin from. Each works as it is. */
export const ROUTINE_STARTERS: readonly Starter[] = [
  starter(
    'Welcome a raid',
    'greets whoever comes with at least five people',
    [on('raid', 5)],
    [
      {
        kind: 'say',
        id: 'welcome',
        texts: ['{{ viewer.name }} brings {{ event.count }} cavers. Mind the first step, all of you.'],
        order: 'random',
      },
    ],
  ),
  starter(
    'Thank followers',
    'one of several thanks, none twice in a row',
    [on('follow')],
    [
      {
        kind: 'say',
        id: 'thanks',
        texts: ['{{ viewer.name }} follows the lantern.', 'One more light: {{ viewer.name }}.'],
        order: 'bag',
      },
    ],
  ),
  starter(
    'Back after a while',
    'greets who was away for a week',
    [on('return', 7)],
    [
      {
        kind: 'say',
        id: 'back',
        texts: ['{{ viewer.name }}, {{ event.count }} days in the daylight. Good to see you.'],
        order: 'random',
      },
    ],
  ),
];
