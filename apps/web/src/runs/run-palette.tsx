import { useQuery } from '@tanstack/react-query';
import { goingQuery } from '../live/index.js';
import type { ActsProps } from '../manifest/index.js';
import { useStop } from './use-stop.js';

/** Stopping what runs, from the palette. */
export function RunPalette({ show }: ActsProps) {
  const { data, refetch } = useQuery(goingQuery);
  const stop = useStop(() => void refetch());
  if (data === undefined || data.total === 0) return null;
  return [
    show({
      label: `Stop all ${String(data.total)} running routines`,
      run: () => {
        stop.mutate([]);
      },
    }),
    ...data.runs.map((run) =>
      show({
        label: `Stop ${run.title}`,
        hint: `started by ${run.viewer}`,
        run: () => {
          stop.mutate([run.id]);
        },
      }),
    ),
  ];
}
