import type { LineShape } from '../../kind.js';

const ONE_OR_CREW =
  '{% if game.count == 1 %}{{ game.names }} sets out alone{% else %}A crew of {{ game.count }} sets out{% endif %}';

export const LINES: Readonly<Record<string, LineShape>> = {
  opened: {
    label: 'Someone sets out',
    texts: [
      '{{ viewer.name }} ties on for {{ game.name }} with {{ game.stake | amount: currency }}. Type {{ game.type }} and a stake to come along; the rope goes down in {{ game.time }}.',
      'A lamp is lit at the top of the shaft: {{ viewer.name }} is going down. {{ game.type }} within {{ game.time }} puts you on the same rope.',
    ],
  },
  reminder: {
    label: 'Half the time is over',
    texts: ['{{ game.count }} on the rope so far. {{ game.time }} until it goes down: {{ game.type }}.'],
  },
  'setting-out': {
    label: 'The story begins',
    part: true,
    texts: [
      `${ONE_OR_CREW}, boots first, into the dark.`,
      `${ONE_OR_CREW}; the daylight shrinks to a coin.`,
      `${ONE_OR_CREW} down the old shaft, counting rungs out loud.`,
    ],
  },
  well: {
    label: 'It goes well',
    part: true,
    texts: [
      'The crawl opens into a hall nobody has drawn yet, and something glitters along the wall.',
      'The sump is low tonight, and behind it lies a gravel bank full of flint.',
    ],
  },
  mixed: {
    label: 'It goes both ways',
    part: true,
    texts: [
      'Halfway along the ledge a lamp goes out, and the crew is torn apart.',
      'The rope holds for some and frays for others.',
    ],
  },
  badly: {
    label: 'It goes badly',
    part: true,
    texts: [
      'Rain has fallen up above; the passage roars, and every pack is swept away.',
      'A wrong turn, a long crawl, and in the end the same puddle for the third time.',
    ],
  },
  'end-well': {
    label: 'Everyone comes back',
    texts: [
      'Everyone comes back: {{ game.winners }}.',
      'All lamps return to the surface: {{ game.winners }}.',
    ],
  },
  'end-mixed': {
    label: 'Some come back',
    texts: ['Back at the top: {{ game.winners }}. {{ game.losers }} came up with nothing.'],
  },
  'end-badly': {
    label: 'Nobody brings anything back',
    texts: ['Everyone is safe, and {{ game.pot | amount: currency }} are not.'],
  },
};
