import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  opened: {
    label: 'The first bet',
    texts: [
      '{{ viewer.name }} puts {{ game.stake | amount: currency }} on {{ game.result }}. Bets are taken for {{ game.time }}: {{ game.type }}, what you bet on, and how much.',
    ],
  },
  won: {
    label: 'Someone wins',
    texts: [
      'The pebble hops, rolls and lies still on {{ game.result }}: {{ game.winners }}.',
      '{{ game.result }}. The table pays {{ game.winners }}.',
    ],
  },
  lost: {
    label: 'Nobody wins',
    texts: [
      'The pebble stops at {{ game.result }}, where nobody stands. {{ game.pot | amount: currency }} are gone.',
    ],
  },
};
