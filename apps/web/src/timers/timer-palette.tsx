import { useQuery } from '@tanstack/react-query';
import { standingQuery, thingsQuery } from '../live/index.js';
import type { ActsProps } from '../manifest/index.js';
import { useTimerActs } from './timer-acts.js';

/** Holding, resuming and running each timer, from the palette. */
export function TimerPalette({ show }: ActsProps) {
  const { data: timers } = useQuery(thingsQuery('timer'));
  const { data: standing } = useQuery(standingQuery);
  const { hold, fire } = useTimerActs();
  return (timers ?? [])
    .filter(({ enabled }) => enabled)
    .map((timer) => {
      const held = standing?.states[timer.id]?.held === true;
      return [
        show({
          label: held ? `Resume ${timer.name}` : `Hold ${timer.name}`,
          hint: 'timer',
          run: () => {
            hold.mutate({ timer, held: !held });
          },
        }),
        show({
          label: `Run ${timer.name} now`,
          hint: 'timer',
          words: ['fire'],
          run: () => {
            fire.mutate(timer);
          },
        }),
      ];
    });
}
