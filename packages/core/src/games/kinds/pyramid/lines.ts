import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  built: {
    label: 'One is built',
    texts: [
      '{{ viewer.name }} stacks a cairn of {{ game.result }}, {{ game.most }} high: {{ game.pays | amount: currency }}.',
    ],
  },
  broken: {
    label: 'One is broken',
    texts: ['{{ viewer.name }} kicks over the cairn of {{ game.rival }}, {{ game.most }} high already.'],
  },
};
