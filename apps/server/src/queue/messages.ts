import type { Step, World } from '@gully/core/channel';
import type { Queue, QueueBody, QueueChange, QueueEntry, QueueMessage } from '@gully/core/queue';
import { begin, prepareRoutine, routineOf, type PreparedRoutine, type Started } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import { SELF } from '../live/index.js';

/** Something that is said about a queue, and the event it is for routines. */
export interface Telling {
  readonly says: QueueMessage;
  readonly event?: 'called' | 'confirmed' | 'missed';
  /** whom it concerns; undefined for the queue itself */
  readonly entry: QueueEntry | undefined;
}

const TOLD: Partial<Record<QueueChange['act'], Omit<Telling, 'entry'>>> = {
  opened: { says: 'opened' },
  closed: { says: 'closed' },
  emptied: { says: 'closed' },
  called: { says: 'called', event: 'called' },
  reminded: { says: 'reminder' },
  confirmed: { says: 'confirmed', event: 'confirmed' },
  missed: { says: 'missed', event: 'missed' },
  back: { says: 'back', event: 'missed' },
};
/** What happens to the queue itself, and to nobody in it. */
const OF_QUEUE: ReadonlySet<QueueChange['act']> = new Set(['opened', 'closed', 'emptied']);

/** What there is to tell of something that happened. */
export function tellingsOf({ act, entries }: QueueChange): Telling[] {
  const told = TOLD[act];
  if (told === undefined) return [];
  if (OF_QUEUE.has(act)) return [{ ...told, entry: undefined }];
  return entries.map((entry) => ({ ...told, entry }));
}

/**
 * Begins saying a message of a queue.
 *
 * @param viewer whom it is to, by their facts as far as they are known
 * @returns undefined where the queue says nothing then, or is gone
 */
export function beginMessage(
  world: World,
  { queue: id, whileOff }: Pick<QueueChange, 'queue' | 'whileOff'>,
  { says, entry }: Telling,
  viewer: ViewerFacts | undefined,
  at: number,
): Started | undefined {
  const queue = world.queue.find(id);
  const prepared = queue === undefined ? undefined : messageOf(queue, says);
  if (prepared === undefined) return undefined;
  const to =
    viewer ??
    (entry === undefined
      ? strangerFacts(SELF, world.channelName, ['streamer'], at)
      : strangerFacts(entry.viewer, world.queue.nameOf(entry), [], at));
  const occasion = {
    cause: newId(at),
    by: `the queue ${prepared.title}`,
    viewer: to,
    roles: to.roles,
    target: to,
    inputs: {},
    inputNames: [],
    typed: '',
    line: undefined,
    command: { name: prepared.title, uses: 0, usesByViewer: 0 },
    event: undefined,
    queue: { id, whileOff: whileOff ?? false },
    at,
  };
  return begin(prepared, occasion, world, []);
}

const ready = new WeakMap<QueueBody['says'], Map<string, PreparedRoutine>>();

/** A message made ready, once for each body of a queue. */
function messageOf({ id, body }: Queue, message: QueueMessage): PreparedRoutine | undefined {
  const { name, says, call } = body;
  const text = says[message];
  if (text.trim() === '') return undefined;
  const kind = message === 'confirmed' && call.privately ? 'tell' : 'say';
  const all = ready.get(says) ?? new Map<string, PreparedRoutine>();
  ready.set(says, all);
  const key = `${message} ${kind} ${name}`;
  let prepared = all.get(key);
  if (prepared === undefined) {
    const step: Step = { kind, id: message, texts: [text], order: 'random' };
    all.set(key, (prepared = prepareRoutine(id, name, routineOf([step]))));
  }
  return prepared;
}
