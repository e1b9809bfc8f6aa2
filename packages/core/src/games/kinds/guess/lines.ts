import type { LineShape } from '../../kind.js';

export const LINES: Readonly<Record<string, LineShape>> = {
  opened: {
    label: 'It begins',
    texts: [
      'Chalked on the wall is {{ game.result }}. Guess it with {{ game.type }} within {{ game.time }}; {{ game.pot | amount: currency }} lie under the stone.',
    ],
  },
  higher: {
    label: 'A hint: it is more',
    texts: ['More than {{ game.result }}. {{ game.pot | amount: currency }} by now.'],
  },
  lower: {
    label: 'A hint: it is less',
    texts: ['Less than {{ game.result }}. {{ game.pot | amount: currency }} by now.'],
  },
  letters: {
    label: 'A hint: letters',
    texts: ['The chalk says {{ game.result }}. {{ game.pot | amount: currency }} by now.'],
  },
  won: {
    label: 'Someone is right',
    texts: [
      '{{ viewer.name }} wipes the dust off: {{ game.result }}. {{ game.pays | amount: currency }} are theirs.',
    ],
  },
  nobody: {
    label: 'Nobody is right',
    texts: ['It was {{ game.result }}. The stone rolls back over {{ game.pot | amount: currency }}.'],
  },
};
