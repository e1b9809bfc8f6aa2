import { useQuery } from '@tanstack/react-query';
import type { ActsProps } from '../manifest/index.js';
import { standingQueuesQuery } from './queries.js';
import { useQueueActs } from './use-queue-acts.js';

/** Opening, closing and calling, from the palette. */
export function QueuePalette({ show }: ActsProps) {
  const { data } = useQuery(standingQueuesQuery);
  const { act } = useQueueActs();
  return (data?.queues ?? []).map(({ id, name, open, entries }) => [
    show({
      label: open ? `Close ${name}` : `Open ${name}`,
      hint: 'queue',
      run: () => {
        act({ queue: id, does: open ? 'close' : 'open', title: `${name} is ${open ? 'closed' : 'open'}` });
      },
    }),
    ...(entries.some(({ state }) => state === 'waiting')
      ? [
          show({
            label: `Call the next in ${name}`,
            hint: 'queue',
            words: ['next viewer'],
            run: () => {
              act({ queue: id, does: 'call', title: `Called the next in ${name}` });
            },
          }),
        ]
      : []),
  ]);
}
