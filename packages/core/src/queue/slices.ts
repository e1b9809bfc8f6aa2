import type { Slice } from '../layers/index.js';
import { durationInWords } from '../text/index.js';
import { queueAfter, type BumpChange, type HandleChange, type QueueChange } from './change.js';
import { isSameHandle } from './handle.js';
import type { QueueState } from './entry.js';
import type { QueueView } from './view.js';

interface Queues {
  readonly queue: QueueView;
}

/** What happened to queues, above queues that are only read. */
export const QUEUE: Slice<Queues, QueueChange> = {
  begin() {
    const states = new Map<string, QueueState>();
    return {
      over: ({ queue: under }) => {
        const find = (id: string) => {
          const queue = under.find(id);
          return queue === undefined ? undefined : { ...queue, ...states.get(id) };
        };
        return {
          queue: {
            ...under,
            find,
            all: () => under.all().map((queue) => ({ ...queue, ...states.get(queue.id) })),
          },
        };
      },
      apply: (change, { queue }) => {
        const before = queue.find(change.queue);
        if (before === undefined) return;
        const { open, openedAt, joins, entries, waiting, turns } = queueAfter(before, change);
        states.set(change.queue, { open, openedAt, joins, entries, waiting, turns });
      },
    };
  },
  words: (change, { world }) => {
    const { queue } = world;
    const found = queue.find(change.queue);
    const name = found?.body.name ?? 'a queue';
    const who = change.entries.map((entry) => queue.nameOf(entry)).join(', ');
    return wordsOf(change, who, name, found?.body.call.seconds ?? 0);
  },
};

function wordsOf({ act, entries }: QueueChange, who: string, queue: string, seconds: number): string[] {
  switch (act) {
    case 'opened':
      return [`opens ${queue}`];
    case 'closed':
      return [`closes ${queue}`];
    case 'emptied':
      return [`closes ${queue} and sends ${entries.length === 0 ? 'nobody' : who} home`];
    case 'joined':
      return [`puts ${who} into ${queue}`];
    case 'moved':
      return [`moves ${who} within ${queue}`];
    case 'called':
      return [`calls ${who} in ${queue}, to answer within ${durationInWords(seconds * 1_000)}`];
    case 'reminded':
      return [`reminds ${who}`];
    case 'confirmed':
      return [`counts ${who} in, for ${queue}`];
    case 'started':
      return [`begins the turn of ${who} in ${queue}`];
    case 'missed':
      return [`takes ${who} out of ${queue}, who did not answer`];
    case 'back':
      return [`moves ${who} back in ${queue}, who did not answer`];
    case 'done':
      return [`ends the turn of ${who} in ${queue}`];
    case 'left':
      return [`lets ${who} leave ${queue}`];
    case 'removed':
      return [`takes ${who} out of ${queue}`];
    case 'restored':
      return [`puts ${who} back where they were in ${queue}`];
  }
}

export const BUMP: Slice<Queues, BumpChange> = {
  begin() {
    const bumps = new Map<string, boolean>();
    return {
      over: ({ queue: under }) => ({
        queue: { ...under, holdsBump: (viewer) => bumps.get(viewer) ?? under.holdsBump(viewer) },
      }),
      apply: ({ viewer, holds }) => {
        bumps.set(viewer, holds);
      },
    };
  },
  words: ({ name, holds }) => [holds ? `gives ${name} a bump` : `uses up the bump of ${name}`],
};

export const HANDLE: Slice<Queues, HandleChange> = {
  begin() {
    const texts = new Map<string, HandleChange>();
    return {
      over: ({ queue: under }) => ({
        queue: {
          ...under,
          handleOf: (viewer, handle) => {
            const changed = texts.get(`${handle} ${viewer}`);
            return changed === undefined ? under.handleOf(viewer, handle) : (changed.text ?? undefined);
          },
          ownerOf: (handle, text) => {
            for (const change of texts.values())
              if (change.handle === handle && change.text !== null && isSameHandle(change.text, text))
                return change.viewer;
            const owner = under.ownerOf(handle, text);
            return owner === undefined || texts.has(`${handle} ${owner}`) ? undefined : owner;
          },
        },
      }),
      apply: (change) => {
        texts.set(`${change.handle} ${change.viewer}`, change);
      },
    };
  },
  words: ({ text }, { name }) => [
    text === null ? `forgets the handle of ${name}` : `keeps ${text} as the handle of ${name}`,
  ],
};
