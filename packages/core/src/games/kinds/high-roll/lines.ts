import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  won: {
    label: 'A winning roll',
    texts: [
      '{{ viewer.name }} rolls {{ game.result }} of {{ game.most }} and pockets {{ game.net | amount: currency }}.',
      'The die rattles down the scree and stops at {{ game.result }}: {{ game.pays | amount: currency }} for {{ viewer.name }}.',
      '{{ game.result }}. {{ viewer.name }} climbs out {{ game.net | amount: currency }} richer.',
    ],
  },
  special: {
    label: 'A roll that pays otherwise',
    texts: [
      '{{ game.result }}, and the whole cave rings with it: {{ game.pays | amount: currency }} for {{ viewer.name }}.',
      'Nobody has rolled {{ game.result }} in a while. {{ viewer.name }} takes {{ game.pays | amount: currency }}.',
    ],
  },
  lost: {
    label: 'A losing roll',
    texts: [
      '{{ viewer.name }} rolls {{ game.result }}, and {{ game.stake | amount: currency }} go down the shaft.',
      '{{ game.result }}. The stream takes {{ game.stake | amount: currency }} from {{ viewer.name }}.',
      'Only {{ game.result }}. {{ viewer.name }} listens to {{ game.stake | amount: currency }} splash far below.',
    ],
  },
};
