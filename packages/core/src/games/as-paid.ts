import type { Result, SaidOfGame } from '../plays/index.js';

/**
 * What is said of a game, with what was in fact paid: less than was due where someone may hold no
 * more, or had no more to lose.
 */
export function asPaid(says: SaidOfGame | undefined, results: readonly Result[]): SaidOfGame | undefined {
  if (says === undefined || results.every(({ due, paid }) => due === paid)) return says;
  const { told } = says;
  const [only] = results.length === 1 ? results : [];
  const due = only?.due ?? 0;
  const paid = only?.paid ?? 0;
  return {
    ...says,
    told: {
      ...told,
      ...(due > 0 && told.pays === due ? { pays: paid } : {}),
      // Of what is taken beyond the stake, texts are told how much it is.
      ...(due < 0 && told.left === -due ? { left: Math.abs(paid) } : {}),
      ...(told.winners === undefined
        ? {}
        : {
            winners: told.winners.map((winner) => ({
              ...winner,
              pays: results.find(({ name }) => name === winner.name)?.paid ?? winner.pays,
            })),
          }),
    },
  };
}
