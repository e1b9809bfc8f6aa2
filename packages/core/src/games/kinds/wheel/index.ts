import { weighted } from '../../../random/index.js';
import { gameKind, type Trial } from '../../kind.js';
import { branch, type Branch } from '../../odds.js';
import type { Row, Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Wheel extends Settings {
  readonly segments: readonly Row[];
  /** seconds it turns on the overlay */
  readonly turns: number;
}
type State = Record<string, never>;

const weightsOf = ({ segments }: Wheel): number[] => segments.map(({ weight }) => Number(weight));
const gainOf = ({ segments }: Wheel, place: number): number => Number(segments[place]?.gains ?? 0);

export const wheel = gameKind<Wheel, State>({
  kind: 'wheel',
  name: 'Wheel',
  means: 'a wheel turns and stops on a segment, which pays, takes or does something',
  words: ['spin', 'fortune', 'prize', 'segments'],
  staked: 'price',
  typed: 'text',
  begins: 'player',
  instant: true,
  blanks: {
    turns: { as: 'number', label: 'Turns for', least: 0, most: 30, unit: 's' },
    segments: {
      as: 'table',
      label: 'Segments',
      columns: {
        label: { as: 'text', label: 'Label', most: 30 },
        colour: { as: 'colour', label: 'Colour' },
        weight: { as: 'number', label: 'Weight', least: 0, most: 1_000 },
        gains: { as: 'number', label: 'Pays', least: -1_000_000, most: 1_000_000_000, unit: 'currency' },
        routine: { as: 'routine', label: 'Then runs' },
      },
      least: 2,
      most: 24,
      row: { label: '', colour: '#1d5f70', weight: 1, gains: 0, routine: '' },
    },
  },
  line: () => [
    'The wheel turns for',
    { blank: 'turns' },
    'on the overlay before chat is told where it stops.',
  ],
  settings: {
    turns: 5,
    segments: [
      { label: 'Nothing but mud', colour: '#566259', weight: 6, gains: 0, routine: '' },
      { label: 'A handful', colour: '#1d5f70', weight: 5, gains: 30, routine: '' },
      { label: 'A pouch', colour: '#48652a', weight: 3, gains: 80, routine: '' },
      { label: 'Wet boots', colour: '#8a5a00', weight: 2, gains: -25, routine: '' },
      { label: 'The deep vein', colour: '#97401f', weight: 1, gains: 250, routine: '' },
    ],
  },
  stake: { least: 40, most: 40, usual: 40 },
  pause: 0,
  lines: LINES,
  check: ({ segments }) =>
    segments.every(({ weight }) => weight === 0) ? { segments: 'Give at least one a weight above 0' } : {},
  enter({ n, stake }, { settings, chance }) {
    const place = weighted(weightsOf(settings), chance);
    const gain = gainOf(settings, place);
    const shown = String(settings.segments[place]?.label ?? '');
    const routine = String(settings.segments[place]?.routine ?? '');
    return {
      state: {},
      over: true,
      ends: [{ n, outcome: `segment ${String(place + 1)}`, paid: gain, shown }],
      says: {
        lines: [gain > 0 ? 'won' : gain < 0 ? 'lost' : 'nothing'],
        told: { stake, pays: Math.max(0, gain), result: shown, left: Math.max(0, -gain) },
        after: settings.turns,
        ...(routine === '' ? {} : { then: routine }),
      },
    };
  },
  odds(settings) {
    const weights = weightsOf(settings);
    const whole = weights.reduce((sum, weight) => sum + weight, 0);
    const level = weights.map((weight, place): Branch =>
      branch(`segment ${String(place + 1)}`, weight / whole, gainOf(settings, place)),
    );
    return [{ variant: '', label: '', levels: [level] }];
  },
  trial(settings): Trial {
    const weights = weightsOf(settings);
    return {
      play: (chance) => gainOf(settings, weighted(weights, chance)),
      level: 0,
      reset: () => undefined,
    };
  },
});
