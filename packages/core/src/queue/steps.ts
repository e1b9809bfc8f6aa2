import {
  IF_FAILS,
  personOf,
  STARTER_OR_NAMED,
  type MayFail,
  type Outcome,
  type StepBase,
  type StepKindOf,
  type StepRunOf,
  type StarterOrNamed,
} from '../area/index.js';
import type { AskedOfQueue } from './deciding.js';
import type { QueueDoes } from './doing.js';
import type { QueueTypes } from './types.js';
import { QUEUE_WORD } from './words.js';
import type { QueueDecision } from './view.js';

type Run = StepRunOf<QueueTypes>;

/** Stands in place of a queue's id for the one of the current category. Ids are ULIDs, so this cannot be one. */
export const CURRENT_QUEUE = 'current';
/** Something that is done to a queue, or by someone in it. */
export interface QueueStep extends StepBase, MayFail {
  readonly kind: 'queue';
  readonly does: QueueDoes;
  /** its id, or `current` */
  readonly queue: string;
  /** the viewer it concerns, where it concerns one */
  readonly whom: StarterOrNamed;
  /** Liquid that comes to a handle; of use for those who join */
  readonly handle: string;
}

export const HANDLE_DOES = ['set', 'forget'] as const;
/** Keeps or forgets what someone is called in the game of the current category. */
export interface HandleStep extends StepBase, MayFail {
  readonly kind: 'handle';
  readonly does: (typeof HANDLE_DOES)[number];
  readonly whose: StarterOrNamed;
  /** Liquid that comes to a handle */
  readonly handle: string;
}

/** The word it remembers by what a handle was before. */
const HANDLE_BEFORE = 'handle_before';

const DOES: Readonly<Record<QueueStep['does'], string>> = {
  join: 'put in',
  leave: 'let leave',
  confirm: 'answer the call of',
  front: 'use the bump of',
  show: 'look up',
  call: 'call the next',
  random: 'call someone at random',
  choose: 'call',
  done: 'end the turns',
  add: 'put in by hand',
  remove: 'take out',
  first: 'send to the front',
  bump: 'give a bump to',
  unbump: 'take the bump from',
  open: 'open it',
  close: 'close it',
  empty: 'close it and send all home',
};
/** What concerns nobody in particular. */
const OF_ALL: ReadonlySet<QueueStep['does']> = new Set(['call', 'random', 'done', 'open', 'close', 'empty']);
const JOINS: ReadonlySet<QueueStep['does']> = new Set(['join', 'add']);

const queue: StepKindOf<QueueTypes, QueueStep> = {
  kind: 'queue',
  group: 'Do',
  verb: 'In the queue',
  means: 'someone joins, leaves, is called or goes to the front; or it opens and closes',
  words: ['line', 'lobby', 'join', 'next', 'call', 'play', 'wait', 'bump'],
  blanks: {
    queue: {
      as: 'reference',
      to: 'queue',
      label: 'Queue',
      otherwise: { value: CURRENT_QUEUE, words: 'of the current category' },
    },
    does: { as: 'choice', label: 'What is done', options: DOES },
    whom: { as: 'choice', label: 'Who', options: STARTER_OR_NAMED },
    handle: { as: 'text', label: 'Their handle', example: '{{ input.handle }}', most: 200 },
    ifFails: IF_FAILS,
  },
  line: ({ does }) => [
    { blank: 'queue' },
    ',',
    { blank: 'does' },
    ...(OF_ALL.has(does) ? [] : [{ blank: 'whom' as const }]),
    ...(JOINS.has(does) ? ['as', { blank: 'handle' as const }] : []),
    'if it cannot be,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({
    kind: 'queue',
    id,
    does: 'join',
    queue: CURRENT_QUEUE,
    whom: 'viewer',
    handle: '',
    ifFails: 'stop',
  }),
  remembers: () => [QUEUE_WORD],
  run(step, run) {
    const stop = step.ifFails === 'stop';
    const { world } = run;
    const { does, whom, queue: id } = step;
    const person = personOf(whom, run.occasion);
    const about = { person: person.id, speaker: run.occasion.viewer.id };
    const meant = id === CURRENT_QUEUE ? world.queue.meant(world, does, about) : world.queue.find(id);
    if (meant !== undefined) run.remember('run', QUEUE_WORD, meant.body.name);
    const roles = whom === 'viewer' ? run.occasion.roles : person.roles;
    const typed = JOINS.has(does) ? run.render(step.handle).text : '';
    return follow(world.queue.act(world, meant, { does, person, roles, typed }, askedBy(run)), run, stop);
  },
};

const handle: StepKindOf<QueueTypes, HandleStep> = {
  kind: 'handle',
  group: 'Do',
  verb: 'Handle',
  means: 'keeps or forgets what someone is called in the game of the current category',
  words: ['in-game name', 'friend code', 'tag', 'id'],
  blanks: {
    does: { as: 'choice', label: 'What is done', options: { set: 'keep', forget: 'forget' } },
    whose: { as: 'choice', label: 'Whose', options: STARTER_OR_NAMED },
    handle: { as: 'text', label: 'The handle', example: '{{ input.handle }}', most: 200 },
    ifFails: IF_FAILS,
  },
  applies: ({ does }, field) => field !== 'handle' || does === 'set',
  line: ({ does }) => [
    { blank: 'does' },
    'that of',
    { blank: 'whose' },
    ...(does === 'set' ? [':', { blank: 'handle' as const }] : []),
    'if it cannot be,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'handle', id, does: 'set', whose: 'viewer', handle: '', ifFails: 'stop' }),
  remembers: () => [HANDLE_BEFORE],
  run({ does, whose, handle: source, ifFails }, run) {
    const stop = ifFails === 'stop';
    const { world } = run;
    const person = personOf(whose, run.occasion);
    run.remember('run', HANDLE_BEFORE, world.queue.handleNow(world, undefined, person.id));
    const typed = does === 'set' ? run.render(source).text : '';
    const wish = { does: does === 'set' ? 'set-handle' : 'forget-handle', typed } as const;
    const asked = askedBy(run);
    const decision = world.queue.act(world, undefined, { ...wish, person, roles: person.roles }, asked);
    return follow(decision, run, stop);
  },
};

function follow(decision: QueueDecision, run: Run, stop: boolean): Outcome {
  if ('fault' in decision) return { failed: decision.fault, stop };
  for (const change of decision.changes) run.change(change);
  return undefined;
}

function askedBy({ occasion, at, mark }: Run): AskedOfQueue {
  const { id, roles } = occasion.viewer;
  return { by: roles.includes('streamer') ? 'streamer' : `viewer:${id}`, at, mark };
}

export const QUEUE_STEPS = { queue, handle };
