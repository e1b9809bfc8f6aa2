import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  opened: {
    label: 'It opens',
    texts: [
      '{{ game.name }}: a helmet goes round for {{ game.time }}. {{ game.type }} drops your name in.',
      'The helmet is on the table. {{ game.type }} within {{ game.time }} to be drawn from it.',
    ],
  },
  reminder: {
    label: 'Half the time is over',
    texts: [
      '{{ game.count | amount: "name", "names" }} in the helmet, and {{ game.time }} left: {{ game.type }}.',
    ],
  },
  drawn: {
    label: 'The draw',
    texts: [
      'A hand goes into the helmet, past {{ game.count | amount: "name", "names" }}, and comes out with {{ game.winners }}.',
    ],
  },
  nobody: {
    label: 'Nobody joined',
    texts: ['The helmet stayed empty. It goes back on the hook.'],
  },
};
