import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  won: {
    label: 'A segment that pays',
    texts: [
      'The wheel stops for {{ viewer.name }}: {{ game.result }}, worth {{ game.pays | amount: currency }}.',
    ],
  },
  nothing: {
    label: 'A segment that pays nothing',
    texts: ['The wheel stops for {{ viewer.name }}: {{ game.result }}.'],
  },
  lost: {
    label: 'A segment that takes',
    texts: [
      '{{ game.result }}: the wheel takes {{ game.left | amount: currency }} more from {{ viewer.name }}.',
    ],
  },
};
