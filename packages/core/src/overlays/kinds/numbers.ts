import type { Blank } from '../../area/index.js';
import { figureOf, words, type PieceKind } from './kind.js';

const COUNTER = { as: 'word', label: 'Counter', of: 'counter' } as const satisfies Blank;
const LABEL = (example: string) =>
  ({ as: 'text', label: 'Label', example, most: 200 }) as const satisfies Blank;

export interface CounterData {
  readonly label: string;
  readonly value: number;
}

export const counter: PieceKind<CounterData> = {
  kind: 'counter',
  label: 'Counter',
  means: 'one counter, with a label',
  blanks: { counter: COUNTER, label: LABEL('Metres down tonight') },
  settings: { counter: '', label: '' },
  width: 420,
  height: 110,
  size: 48,
  heeds: ['counter'],
  data: ({ counter: name, label }, { world, render }) =>
    words(name) === ''
      ? null
      : { label: render(words(label)), value: world.counters.of(words(name))?.value ?? 0 },
  sample: ({ label }, { render }) => ({ label: render(words(label)), value: 128 }),
};

export interface GoalData extends CounterData {
  readonly goal: number;
}

export const goal: PieceKind<GoalData> = {
  kind: 'goal',
  label: 'Goal',
  means: 'how far a counter is on its way to a number',
  blanks: {
    counter: COUNTER,
    goal: { as: 'number', label: 'Goal', least: 1, most: 1_000_000_000 },
    label: LABEL('To the lake'),
  },
  settings: { counter: '', goal: 100, label: '' },
  width: 640,
  height: 150,
  heeds: ['counter'],
  data: ({ counter: name, goal: most, label }, { world, render }) =>
    words(name) === ''
      ? null
      : {
          label: render(words(label)),
          value: world.counters.of(words(name))?.value ?? 0,
          goal: figureOf(most),
        },
  sample: ({ goal: most, label }, { render }) => ({
    label: render(words(label)),
    value: Math.ceil(figureOf(most) * 0.64),
    goal: figureOf(most),
  }),
};
