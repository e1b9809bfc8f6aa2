import { useQuery } from '@tanstack/react-query';
import { routinesQuery } from '../live/index.js';
import type { ActsProps } from '../manifest/index.js';
import { useRun } from './use-running.js';

/** Running each routine by hand, from the palette. */
export function RoutinePalette({ show }: ActsProps) {
  const { data: routines } = useQuery(routinesQuery);
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
