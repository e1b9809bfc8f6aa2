import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  challenged: {
    label: 'Someone is challenged',
    texts: [
      '{{ game.rival }}: {{ viewer.name }} stands at the other end of the rope bridge with {{ game.stake | amount: currency }}. {{ game.type }} accept, or decline, within {{ game.time }}.',
      '{{ viewer.name }} rolls up a sleeve and looks at {{ game.rival }}. {{ game.stake | amount: currency }} each: {{ game.type }} accept, or decline.',
    ],
  },
  won: {
    label: 'It is fought out',
    texts: [
      'A short scuffle, a long splash. {{ game.winners }} keeps dry feet, {{ game.rival }} does not.',
      '{{ game.rival }} slips first. {{ game.winners }} walks off whistling.',
    ],
  },
  declined: {
    label: 'It is declined',
    texts: [
      '{{ viewer.name }} stays by the fire. {{ game.rival }} has the {{ game.stake | amount: currency }} back.',
    ],
  },
  expired: {
    label: 'Nobody answers',
    texts: ['{{ game.rival }} never came to the bridge. {{ game.stake | amount: currency }} go back.'],
  },
};
