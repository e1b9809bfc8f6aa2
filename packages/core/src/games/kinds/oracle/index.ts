import { gameKind } from '../../kind.js';
import type { Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Oracle extends Settings {
  readonly question: 'needed' | 'free';
}

export const oracle = gameKind<Oracle, Record<string, never>>({
  kind: 'oracle',
  name: 'Oracle',
  means: 'answers a question with one of its lines',
  words: ['ask', 'fortune', 'answer', 'advice'],
  staked: 'nothing',
  typed: 'text',
  begins: 'player',
  instant: true,
  blanks: {
    question: {
      as: 'choice',
      label: 'A question',
      options: { needed: 'only where a question is typed', free: 'whatever is typed' },
    },
  },
  line: () => ['It answers', { blank: 'question' }, '.'],
  settings: { question: 'needed' },
  stake: { least: 0, most: 0, usual: 0 },
  pause: 0,
  lines: LINES,
  enter({ n, typed }, { settings }) {
    if (settings.question === 'needed' && typed.trim() === '') return { fault: 'type a question after it' };
    return {
      state: {},
      over: true,
      ends: [{ n, outcome: 'answered', paid: 0 }],
      says: { lines: ['answered'], told: { result: typed } },
    };
  },
});
