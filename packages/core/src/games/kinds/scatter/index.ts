import { gameKind } from '../../kind.js';
import type { Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Scatter extends Settings {
  readonly finds: number;
  readonly worth: number;
  /** of one viewer */
  readonly each: number;
  /** seconds between two claims of one viewer */
  readonly wait: number;
  readonly seconds: number;
}
interface State {
  readonly left: number;
}

export const scatter = gameKind<Scatter, State>({
  kind: 'scatter',
  name: 'Scatter',
  means: 'finds are thrown into chat; the first to type the word claim one each',
  words: ['drop', 'grab', 'claim', 'rain', 'pickup'],
  staked: 'nothing',
  typed: 'text',
  begins: 'hand',
  instant: false,
  blanks: {
    finds: { as: 'number', label: 'Finds', least: 1, most: 1_000 },
    worth: { as: 'number', label: 'Worth', least: 1, most: 1_000_000, unit: 'currency' },
    each: { as: 'number', label: 'At most for one viewer', least: 1, most: 100 },
    wait: { as: 'number', label: 'Wait after a claim', least: 0, most: 600, unit: 's' },
    seconds: { as: 'number', label: 'They lie there for', least: 5, most: 3_600, unit: 's' },
  },
  line: () => [
    { blank: 'finds' },
    'finds worth',
    { blank: 'worth' },
    'each lie in chat for',
    { blank: 'seconds' },
    '. One viewer may claim',
    { blank: 'each' },
    'of them, with a wait of',
    { blank: 'wait' },
    'after each.',
  ],
  settings: { finds: 5, worth: 20, each: 1, wait: 10, seconds: 60 },
  stake: { least: 0, most: 0, usual: 0 },
  pause: 0,
  lines: LINES,
  open: ({ settings, at }) => ({
    state: { left: settings.finds },
    until: at + settings.seconds * 1_000,
    says: {
      lines: ['opened'],
      told: { count: settings.finds, pays: settings.worth, seconds: settings.seconds },
    },
  }),
  enter({ viewer, n, name }, { settings, round, at }) {
    if (round === undefined) return { fault: 'nothing lies there just now' };
    const own = round.plays.filter((play) => play.viewer === viewer);
    if (own.length >= settings.each) return { fault: 'leave some for the others' };
    const last = own.at(-1)?.at ?? 0;
    if (at < last + settings.wait * 1_000) return { fault: 'your hands are still full' };
    const left = round.state.left - 1;
    const ends = [{ n, outcome: 'claimed', paid: settings.worth }];
    if (left > 0)
      return { state: { left }, ends, ...(round.until === undefined ? {} : { until: round.until }) };
    return {
      state: { left },
      ends,
      over: true,
      says: {
        lines: ['gone'],
        told: toldOf([...round.plays, { viewer, name, does: 'play' }], settings, left),
      },
    };
  },
  tick: ({ settings, round }) => {
    const left = round?.state.left ?? 0;
    return {
      state: { left },
      over: true,
      says: {
        lines: [left === settings.finds ? 'untouched' : 'left'],
        told: toldOf(round?.plays ?? [], settings, left),
      },
    };
  },
});

function toldOf(
  plays: readonly { readonly viewer: string; readonly name: string; readonly does: string }[],
  { worth, finds }: Scatter,
  left: number,
) {
  const claimed = new Map<string, number>();
  for (const { name, does } of plays)
    if (does === 'play') claimed.set(name, (claimed.get(name) ?? 0) + worth);
  return { winners: [...claimed].map(([name, pays]) => ({ name, pays })), left, most: finds, pays: worth };
}
