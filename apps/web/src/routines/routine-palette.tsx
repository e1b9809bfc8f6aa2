import { useQuery } from '@tanstack/react-query';
import type { ActsProps } from '../manifest/index.js';
import { useRun } from './use-running.js';
import { thingsQuery } from '../live/index.js';

/** Running each routine by hand, from the palette. */
export function RoutinePalette({ show }: ActsProps) {
  const { data: routines } = useQuery(thingsQuery('routine'));
  const run = useRun();
  return (routines ?? [])
    .filter(({ enabled }) => enabled)
    .map((routine) =>
      show({
        label: `Run ${routine.name}`,
        hint: 'routine',
        words: ['start'],
        run: () => {
          run.mutate(routine);
        },
      }),
    );
}
