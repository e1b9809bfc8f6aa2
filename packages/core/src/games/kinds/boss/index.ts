import { shareOut } from '../../../currency/index.js';
import { gameKind, type PlayEnd } from '../../kind.js';
import type { Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Boss extends Settings {
  readonly health: number;
  readonly least: number;
  readonly most: number;
  /** seconds it stays */
  readonly seconds: number;
  /** whole units the house adds to the pot */
  readonly bonus: number;
}
interface State {
  readonly left: number;
  /** damage by viewer */
  readonly damage: Readonly<Record<string, number>>;
  readonly halved: boolean;
}

/** Attacks by how hard they hit: the highest third of what may be drawn, the middle one, the lowest. */
const PARTS = ['hard', 'middling', 'light'] as const;
const rangeOf = ({ least, most }: Boss): number => most - least + 1;

/** The numbers of one of the parts, the last not included: a small number is a hard hit. */
function partOf(settings: Boss, part: number): readonly [from: number, to: number] {
  const edge = (n: number): number => Math.round((rangeOf(settings) * n) / PARTS.length);
  return [edge(part), edge(part + 1)];
}

export const boss = gameKind<Boss, State>({
  kind: 'boss',
  name: 'Boss',
  means: 'everyone wears down one enemy together; if it falls, the pot is split by damage done',
  words: ['monster', 'enemy', 'fight', 'health', 'attack'],
  staked: 'price',
  typed: 'text',
  begins: 'either',
  instant: false,
  blanks: {
    health: { as: 'number', label: 'Health', least: 1, most: 1_000_000 },
    least: { as: 'number', label: 'Damage at least', least: 0, most: 100_000 },
    most: { as: 'number', label: 'Damage at most', least: 1, most: 100_000 },
    seconds: { as: 'number', label: 'It stays for', least: 10, most: 7_200, unit: 's' },
    bonus: { as: 'number', label: 'The house adds', least: 0, most: 1_000_000_000, unit: 'currency' },
  },
  line: () => [
    'It has',
    { blank: 'health' },
    'health and stays for',
    { blank: 'seconds' },
    '. An attack does',
    { blank: 'least' },
    'to',
    { blank: 'most' },
    'damage. If it falls, the pot and',
    { blank: 'bonus' },
    'more are split by damage done.',
  ],
  settings: { health: 300, least: 5, most: 25, seconds: 300, bonus: 200 },
  stake: { least: 10, most: 10, usual: 10 },
  pause: 900,
  lines: LINES,
  check: ({ least, most }) => (most < least ? { most: 'It is less than the least' } : {}),
  open: ({ settings, at }) => ({
    state: { left: settings.health, damage: {}, halved: false },
    until: at + settings.seconds * 1_000,
    says: {
      lines: ['appeared'],
      told: { left: settings.health, most: settings.health, seconds: settings.seconds },
    },
  }),
  enter({ viewer, n, stake, name }, { settings, round, chance, at }) {
    const before = round?.state ?? { left: settings.health, damage: {}, halved: false };
    const hit = settings.most - chance.below(settings.most - settings.least + 1);
    const left = Math.max(0, before.left - hit);
    const damage = { ...before.damage, [viewer]: (before.damage[viewer] ?? 0) + Math.min(hit, before.left) };
    const shown = `${String(hit)} damage`;
    const told = { left, most: settings.health, result: String(hit), stake };
    if (left > 0) {
      const halved = before.halved || left * 2 <= settings.health;
      const until = round?.until ?? at + settings.seconds * 1_000;
      const line = round === undefined ? 'appeared' : halved && !before.halved ? 'half' : undefined;
      const seconds = Math.max(0, Math.round((until - at) / 1_000));
      return {
        state: { left, damage, halved },
        until,
        ...(line === undefined ? {} : { says: { lines: [line], told: { ...told, seconds } } }),
      };
    }
    const plays = [...(round?.plays.filter(({ does }) => does === 'play') ?? []), { n, viewer, name, stake }];
    const fighters = Object.keys(damage);
    const pot = plays.reduce((sum, play) => sum + play.stake, 0);
    const shares = shareOut(
      pot + settings.bonus,
      fighters.map((each) => damage[each] ?? 0),
    );
    // What someone gets stands with the last of their attacks.
    const last = new Map(plays.map((play) => [play.viewer, play.n]));
    const ends = plays.map((play): PlayEnd => {
      const isLast = last.get(play.viewer) === play.n;
      const paid = isLast ? (shares[fighters.indexOf(play.viewer)] ?? 0) : 0;
      return { n: play.n, outcome: 'fell', paid, ...(play.n === n ? { shown } : {}) };
    });
    const names = new Map(plays.map((play) => [play.viewer, play.name]));
    const winners = fighters
      .map((each, place) => ({ name: names.get(each) ?? '', pays: shares[place] ?? 0 }))
      .sort((a, b) => b.pays - a.pays);
    return {
      state: { left, damage, halved: true },
      over: true,
      ends,
      says: { lines: ['fell'], told: { ...told, pot: pot + settings.bonus, winners } },
    };
  },
  draws: {
    odds: (settings) =>
      PARTS.map((outcome, part) => {
        const [from, to] = partOf(settings, part);
        return { outcome, chance: (to - from) / rangeOf(settings) };
      }),
    outcomeOf(settings, [below]) {
      if (below === undefined) return undefined;
      return PARTS.find((_, part) => {
        const [from, to] = partOf(settings, part);
        return below >= from && below < to;
      });
    },
  },
  tick({ settings, round }) {
    const left = round?.state.left ?? settings.health;
    const plays = round?.plays.filter(({ does }) => does === 'play') ?? [];
    return {
      state: { left, damage: round?.state.damage ?? {}, halved: true },
      over: true,
      ends: plays.map(({ n }): PlayEnd => ({ n, outcome: 'left', paid: 0 })),
      says: {
        lines: ['left'],
        told: { left, most: settings.health, pot: plays.reduce((sum, { stake }) => sum + stake, 0) },
      },
    };
  },
});
