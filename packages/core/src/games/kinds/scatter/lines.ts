import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  opened: {
    label: 'They are thrown',
    texts: [
      'A pouch bursts: {{ game.count | amount: "find", "finds" }} worth {{ game.pays | amount: currency }} each roll across the floor. {{ game.type }} picks one up.',
      'Something glints in the gravel, {{ game.count | amount: "find", "finds" }} of it. {{ game.type }} before it is gone.',
    ],
  },
  gone: {
    label: 'All are claimed',
    texts: ['All picked up: {{ game.winners }}.'],
  },
  left: {
    label: 'Some are left',
    texts: ['The water takes {{ game.left | amount: "find", "finds" }}. Picked up: {{ game.winners }}.'],
  },
  untouched: {
    label: 'Nobody claimed any',
    texts: ['Nobody bent down, and the water took them all.'],
  },
};
