import type { ValuesOfArea } from '../area/index.js';
import { inState, placeOf, entryOf } from './entry.js';
import { handleOfQueue } from './handle.js';
import type { QueueTypes } from './types.js';
import { currentQueue, turnsNow, type Queue, type QueueView, type QueueWorld } from './view.js';
import { QUEUE_WORD } from './words.js';
import { waitAt, waitInWords } from './waits.js';

/** The queue a step named last, or that the run is about; undefined for the current one. */
export function queueOf({
  occasion: { queue },
  world,
  memory,
}: Pick<ValuesOfArea<QueueTypes>, 'occasion' | 'world' | 'memory'>): Queue | undefined {
  const named = memory[QUEUE_WORD];
  if (named !== undefined) return world.queue.all().find(({ body }) => body.name === named);
  return queue === undefined ? undefined : world.queue.find(queue.id);
}

/** Those who are named by `queue.list`. */
const LISTED = 5;

/** What texts may say of a queue and of someone in it. */
export interface QueueValuesOf {
  /** the queue meant; undefined for the current one */
  readonly queue: Queue | undefined;
  /** id of whom place and wait are of */
  readonly viewer: string;
  /** UTC milliseconds */
  readonly at: number;
  readonly whileOff: boolean;
  /** commands as they are typed, by what their step does; undefined where there is none */
  readonly commandFor: (does: 'join' | 'confirm') => string | undefined;
}

/** The values `queue.…`; each is worked out only when a text asks for it. */
export function queueValues(world: QueueWorld, about: QueueValuesOf): Record<string, unknown> {
  const queue = about.queue ?? currentQueue(world);
  const { viewer, at, whileOff, commandFor } = about;
  const commands = {
    join: () => commandFor('join') ?? '',
    here: () => commandFor('confirm') ?? '',
  };
  if (queue === undefined) return { name: '', open: false, waiting: 0, ...commands };
  const { body, waiting } = queue;
  const own = entryOf(queue, viewer);
  const handle = handleOfQueue(world.queue.handles(), body.categories, world.stream);
  const named = (...states: Parameters<typeof inState>[1][]): string =>
    inState(queue, ...states)
      .map((entry) => world.queue.nameOf(entry))
      .join(', ');
  return {
    ...commands,
    name: body.name,
    open: queue.open,
    waiting: waiting.length,
    place: () => (own === undefined ? '' : placeOf(queue, own.id) || ''),
    wait: () => {
      const place = own === undefined ? 0 : placeOf(queue, own.id);
      return waitInWords(waitAt(queue, place === 0 ? waiting.length + 1 : place, body.party, at));
    },
    next: () => (waiting[0] === undefined ? '' : world.queue.nameOf(waiting[0])),
    list: () => listInWords(queue, world.queue, body.showHandles ? handle?.id : undefined),
    called: () => named('called'),
    playing: () => named('confirmed', 'playing'),
    seconds: () => Math.max(0, Math.round(((own?.until ?? at) - at) / 1_000)),
    turns: () => turnsNow(queue, world.stream).filter((each) => each === viewer).length,
    handle_name: handle?.name ?? '',
    own_handle: handle?.own ?? '',
    while_off: whileOff,
  };
}

/** The first five who wait, and how many more; handles only where those are shown. */
export function listInWords({ waiting }: Queue, view: QueueView, handle: string | undefined): string {
  if (waiting.length === 0) return 'nobody is waiting';
  const first = waiting.slice(0, LISTED).map((entry, n) => {
    const text = handle === undefined ? undefined : view.handleOf(entry.viewer, handle);
    return `${String(n + 1)}. ${view.nameOf(entry)}${text === undefined ? '' : ` (${text})`}`;
  });
  const more = waiting.length - first.length;
  return `${first.join(', ')}${more > 0 ? `, and ${String(more)} more` : ''}`;
}
