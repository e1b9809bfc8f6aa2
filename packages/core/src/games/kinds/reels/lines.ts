import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  full: {
    label: 'All of them hit',
    texts: [
      '{{ game.result }}: every lamp is lit. {{ viewer.name }} carries off {{ game.pays | amount: currency }}.',
      'The reels stop one by one, and {{ viewer.name }} has them all: {{ game.pays | amount: currency }}.',
    ],
  },
  free: {
    label: 'All of them hit, with free spins',
    texts: [
      '{{ game.result }}, and {{ game.times | amount: "free spin", "free spins" }} on top: {{ game.pays | amount: currency }} for {{ viewer.name }}.',
    ],
  },
  won: {
    label: 'Some hit',
    texts: [
      '{{ game.result }}. {{ viewer.name }} gets {{ game.pays | amount: currency }} back.',
      '{{ viewer.name }} sees {{ game.result }} light up, worth {{ game.pays | amount: currency }}.',
    ],
  },
  missed: {
    label: 'Nothing is paid',
    texts: [
      '{{ game.result }}. {{ game.stake | amount: currency }} stay in the machine, {{ viewer.name }}.',
      'A dry click, {{ game.result }}. Better luck on the way up, {{ viewer.name }}.',
      '{{ viewer.name }} pulls the lever, and water drips somewhere. {{ game.result }}.',
    ],
  },
};
