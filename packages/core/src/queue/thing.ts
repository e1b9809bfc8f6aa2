import type { ThingShape } from '../things/index.js';
import { handleBody, type HandleBody } from './handle.js';
import { queueBody, type QueueBody } from './queue.js';

/** @param isCostly whether a text may ask for more than a run may do */
export function queueThing(isCostly: (text: string) => boolean): ThingShape<QueueBody> {
  return {
    one: 'queue',
    many: 'queues',
    bodyOf: queueBody,
    nameOf: ({ name }) => name,
    named: (body, name) => ({ ...body, name }),
    referencesOf: () => [],
    withReferences: (body) => body,
    // Ranks are a channel's own.
    portable: (body) => ({ ...body, rank: '', byDefault: false }),
    isCostly: ({ says }) => Object.values(says).some(isCostly),
  };
}

export const HANDLE_THING: ThingShape<HandleBody> = {
  one: 'handle',
  many: 'handles',
  bodyOf: handleBody,
  // One for each category, so that is what tells them apart.
  nameOf: ({ category }) => category,
  named: (body, category) => ({ ...body, category }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => ({ ...body, own: '' }),
  isCostly: () => false,
};
