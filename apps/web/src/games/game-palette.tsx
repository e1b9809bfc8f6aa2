import { useQuery } from '@tanstack/react-query';
import type { ActsProps } from '../manifest/index.js';
import { runningQuery, useAct } from './running.js';

/** Joining and stopping what is being played, from the palette. */
export function GamePalette({ show }: ActsProps) {
  const { data } = useQuery(runningQuery);
  const act = useAct();
  // Several rounds of a game are stopped together.
  const games = new Map((data?.running ?? []).map(({ game, title }) => [game, title]));
  return [...games].flatMap(([id, title]) => [
    show({
      label: `Stop ${title}, give stakes back`,
      hint: 'game',
      run: () => {
        act.mutate({ id, does: 'stop' });
      },
    }),
    show({
      label: `Join ${title}`,
      hint: 'game',
      words: ['play'],
      run: () => {
        act.mutate({ id, does: 'play' });
      },
    }),
  ]);
}
