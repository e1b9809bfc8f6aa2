import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  opened: {
    label: 'Cards are handed out',
    texts: [
      'Cards are going round: {{ game.type }} draws one, within {{ game.time }}. The first full line wins.',
    ],
  },
  card: {
    label: 'Someone draws a card, told to them alone',
    texts: ['Your card for {{ game.name }}: {{ game.result }}.'],
  },
  called: {
    label: 'A call',
    texts: ['Called: {{ game.result }}.', 'The echo brings back {{ game.result }}.'],
  },
  won: {
    label: 'A full line',
    texts: [
      '{{ game.result }}, and a line is full after {{ game.times | amount: "call", "calls" }}: {{ game.winners }}.',
    ],
  },
  nobody: { label: 'Nobody drew a card', texts: ['Nobody drew a card, so nothing is called.'] },
};
