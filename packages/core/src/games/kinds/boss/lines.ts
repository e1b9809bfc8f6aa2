import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  appeared: {
    label: 'It appears',
    texts: [
      '{{ game.name }} stirs, hissing: {{ game.left }} of {{ game.most }} left. {{ game.type }} throws something at it; it calms down in {{ game.time }}.',
    ],
  },
  half: {
    label: 'Half its health is gone',
    texts: ['{{ game.name }} shudders: {{ game.left }} of {{ game.most }} left, and {{ game.time }} to go.'],
  },
  fell: {
    label: 'It falls',
    texts: [
      '{{ game.name }} goes quiet at last. {{ game.pot | amount: currency }} are shared out: {{ game.winners }}.',
    ],
  },
  left: {
    label: 'It leaves',
    texts: [
      '{{ game.name }} sinks back with {{ game.left }} of {{ game.most }} left, and {{ game.pot | amount: currency }} with it.',
    ],
  },
};
