import { LATE_MS, occasionFor, type FollowUpOf } from '../area/index.js';
import { quietAt } from '../quiet/index.js';
import { strangerFacts } from '../viewers/index.js';
import type { QueueChange } from './change.js';
import type { QueueEntry } from './entry.js';
import type { QueueBody, QueueMessage } from './queue.js';
import type { QueueTypes } from './types.js';
import type { Queue } from './view.js';

/** What is said of something that happened, and the event it is for routines. */
interface Telling {
  readonly says: QueueMessage;
  readonly event?: QueueTypes['event'];
}

const TOLD: Partial<Record<QueueChange['act'], Telling>> = {
  opened: { says: 'opened' },
  closed: { says: 'closed' },
  emptied: { says: 'closed' },
  called: { says: 'called', event: 'called' },
  reminded: { says: 'reminder' },
  confirmed: { says: 'confirmed', event: 'confirmed' },
  missed: { says: 'missed', event: 'missed' },
  back: { says: 'back', event: 'missed' },
};
/** What happens to the queue itself, and to no one in it. */
const OF_QUEUE: ReadonlySet<QueueChange['act']> = new Set(['opened', 'closed', 'emptied']);

type Follow = FollowUpOf<QueueTypes>;

/** Tells chat and routines what happened in a queue, no matter who made it happen. */
export function followQueue(change: QueueChange, { queue: view }: QueueTypes['view']): readonly Follow[] {
  const told = TOLD[change.act];
  const queue = view.find(change.queue);
  if (told === undefined || queue === undefined) return [];
  if (OF_QUEUE.has(change.act)) return [saying(change, queue, told.says, undefined)];
  return change.entries.flatMap((entry) => [
    saying(change, queue, told.says, entry),
    ...(told.event === undefined ? [] : [happening(told.event, change, queue, entry)]),
  ]);
}

function saying(
  { queue: id, whileOff }: QueueChange,
  { body }: Queue,
  says: QueueMessage,
  entry: QueueEntry | undefined,
): Follow {
  const by = `the queue ${body.name}`;
  return {
    does: 'decide',
    about: entry === undefined ? [] : [entry.viewer],
    because: `of ${by}`,
    decide(world, { at, id: cause }) {
      const queue = world.queue.find(id);
      const steps = queue === undefined ? undefined : stepsOf(queue.body, says);
      if (steps === undefined || quietAt(world.quiet, at) === 'all') return undefined;
      const viewer =
        entry === undefined
          ? strangerFacts(world.self, world.channelName, ['streamer'], at)
          : (world.viewers.known(entry.viewer) ??
            strangerFacts(entry.viewer, world.queue.nameOf(entry), [], at));
      const occasion = {
        ...occasionFor({ cause, by, viewer, at, title: body.name }),
        queue: { id, whileOff: whileOff === true },
      };
      return { changes: [], begins: { routine: { id, title: body.name, steps }, occasion } };
    },
  };
}

type Steps = readonly { readonly kind: string; readonly id: string }[];
/** One list of steps for each message of a queue's body, so that it is made ready once. */
const steps = new WeakMap<QueueBody['says'], Map<string, Steps>>();

function stepsOf({ name, says, call }: QueueBody, message: QueueMessage): Steps | undefined {
  if (says[message].trim() === '') return undefined;
  const kind = message === 'confirmed' && call.privately ? 'tell' : 'say';
  const all = steps.get(says) ?? new Map<string, Steps>();
  steps.set(says, all);
  const key = `${message} ${kind} ${name}`;
  const known = all.get(key) ?? [{ kind, id: message, texts: [says[message]], order: 'random' }];
  all.set(key, known);
  return known;
}

function happening(
  kind: QueueTypes['event'],
  { queue: id, at }: QueueChange,
  { body }: Queue,
  entry: QueueEntry,
): Follow {
  const ago = at - (entry.until ?? entry.endedAt ?? at);
  return {
    does: 'happen',
    event: {
      ...{ kind, count: 0, amount: '', message: body.name, recipient: '' },
      ...(ago >= LATE_MS ? { late: ago } : {}),
      viewer: { id: entry.viewer, name: entry.name },
      queue: { id, whileOff: false },
      at,
    },
  };
}
