import { gameKind } from '../../kind.js';
import type { Settings } from '../../settings.js';
import { builtBy, brokenBy } from './building.js';
import { LINES } from './lines.js';

interface Pyramid extends Settings {
  /** the least height that counts */
  readonly height: number;
  /** whole units for each step of its height */
  readonly pays: number;
  readonly broken: 'told' | 'passed-over';
}

export const pyramid = gameKind<Pyramid, Record<string, never>>({
  kind: 'pyramid',
  name: 'Pyramid',
  means: 'notices when someone builds one word or emote up and down over several messages',
  words: ['emote', 'build', 'combo', 'tower'],
  staked: 'nothing',
  typed: 'text',
  begins: 'heard',
  instant: true,
  blanks: {
    height: { as: 'number', label: 'From a height of', least: 2, most: 12 },
    pays: { as: 'number', label: 'Pays for each step', least: 0, most: 1_000_000, unit: 'currency' },
    broken: {
      as: 'choice',
      label: 'One that is broken',
      options: { told: 'is announced', 'passed-over': 'is ignored' },
    },
  },
  line: () => [
    'One viewer writes the same word or emote once, twice and so on up and down again, with nobody in between. From a height of',
    { blank: 'height' },
    'it pays',
    { blank: 'pays' },
    'for each step; one that is broken',
    { blank: 'broken' },
    '.',
  ],
  settings: { height: 3, pays: 10, broken: 'told' },
  stake: { least: 0, most: 0, usual: 0 },
  pause: 0,
  lines: LINES,
  /** What is typed is the word and the height, as `hear` found it. */
  enter({ n, typed }, { settings }) {
    const height = Number(typed.split(' ').at(-1));
    const paid = height * settings.pays;
    return {
      state: {},
      over: true,
      ends: [{ n, outcome: 'built', paid, shown: typed }],
      says: { lines: ['built'], told: { pays: paid, most: height, result: typed.replace(/ \d+$/u, '') } },
    };
  },
  hear(lines, { settings }) {
    const built = builtBy(lines, settings.height);
    if (built !== undefined) return { plays: `${built.word} ${String(built.height)}` };
    const broken = settings.broken === 'told' ? brokenBy(lines, settings.height) : undefined;
    return broken === undefined
      ? undefined
      : {
          says: { lines: ['broken'], told: { rival: broken.name, result: broken.word, most: broken.height } },
        };
  },
});
