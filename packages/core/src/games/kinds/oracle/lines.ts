import type { LineShape } from '../../kind.js';

const ANSWERS = [
  'The echo says yes.',
  'The echo says no, twice.',
  'Ask again when the lamp is full.',
  'Only if you pack dry socks.',
  'The bats nod.',
  'The bats would rather not say.',
  'It is written on the wall, in someone else’s survey.',
  'Follow the draught; it knows.',
  'Not before supper.',
  'Yes, and bring rope.',
  'The sump is deeper than that question.',
  'Tallow drips to the left: no.',
  'Tallow drips to the right: yes.',
  'Someone further down has already answered.',
  'The map has a hole exactly there.',
];

export const LINES: Readonly<Record<string, LineShape>> = {
  answered: {
    label: 'Answers',
    texts: ANSWERS.map((answer) => `${answer.replace(/\.$/u, '')}, {{ viewer.name }}.`),
  },
};
