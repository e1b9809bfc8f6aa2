import type { Result } from './round.js';
import type { SaidOfGame } from './view.js';

/**
 * What is said of a game, with what was in fact paid: less than was due where someone may hold no
 * more, or had no more to lose.
 */
export function asPaid(says: SaidOfGame | undefined, results: readonly Result[]): SaidOfGame | undefined {
  if (says === undefined || results.every(({ due, paid }) => due === paid)) return says;
  const { told } = says;
  const less = (fits: (result: Result) => boolean): number =>
    results.filter(fits).reduce((sum, { due, paid }) => sum + Math.abs(due - paid), 0);
  return {
    ...says,
    told: {
      ...told,
      ...(told.pays === undefined ? {} : { pays: told.pays - less(({ due }) => due > 0) }),
      // Of what a wheel takes beyond the stake, texts are told how much it is.
      ...(told.left === undefined ? {} : { left: told.left - less(({ due }) => due < 0) }),
      ...(told.winners === undefined
        ? {}
        : {
            winners: told.winners.map(({ name, pays }) => ({
              name,
              pays: pays - less((result) => result.due > 0 && result.name === name),
            })),
          }),
    },
  };
}
