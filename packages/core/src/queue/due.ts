import type { DueOf } from '../area/index.js';
import { decideDue, dueAt } from './calling.js';
import { inState } from './entry.js';
import type { QueueTypes } from './types.js';

/** What comes due in queues by itself: calls that run out, reminders, closing by the clock. */
export function queuesDue({ queue, timeZone }: QueueTypes['looksAt']): DueOf<QueueTypes> | undefined {
  const all = queue.all().flatMap((each) => {
    const at = dueAt(each, timeZone);
    return at === undefined ? [] : [{ at, each }];
  });
  const next = all.sort((a, b) => a.at - b.at)[0];
  if (next === undefined) return undefined;
  const { at, each } = next;
  return {
    at,
    follow: {
      does: 'decide',
      about: inState(each, 'called').map(({ viewer }) => viewer),
      because: `of the queue ${each.body.name}`,
      decide(world, moment) {
        const now = world.queue.find(each.id);
        if (now === undefined) return undefined;
        const decision = decideDue(world, now, { by: 'gully', at: moment.at, mark: moment.id });
        return 'changes' in decision ? { changes: decision.changes } : undefined;
      },
    },
  };
}
