import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { chanceFrom, type Chance } from '../random/index.js';
import {
  asPlayed,
  blankGame,
  expectedOf,
  fates,
  fitInWords,
  fitOf,
  GAME_KIND_NAMES,
  GAME_KINDS,
  gameFaults,
  longestRun,
  oddsOf,
  oddsOfGame,
  simulated,
  solve,
  warningsOf,
  type GameBody,
  type Row,
  type SettingBlank,
  type Settings,
  type Trial,
} from './index.js';

function seeded(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  return chanceFrom(() => uniformFloat64(generator));
}
function run<T>(parts: Generator<number, T>): T {
  for (;;) {
    const next = parts.next();
    if (next.done === true) return next.value;
  }
}
const trialOf = (
  { kind, settings }: Pick<GameBody, 'kind' | 'settings'>,
  stake: number,
  variant: string,
): Trial => {
  const trial = GAME_KINDS[kind].trial?.(settings, stake, variant);
  if (trial === undefined) throw new Error(`${kind} cannot be tried`);
  return trial;
};

/** Any number of a blank, not so far out that nothing ever comes of it. */
function anyCell(blank: { readonly least: number; readonly most: number; readonly unit?: string }) {
  const parts = blank.unit === '%' || blank.unit === '×' ? 100 : 1;
  const most = Math.min(blank.most, blank.unit === '×' ? 12 : 100);
  return fc.integer({ min: blank.least * parts, max: most * parts }).map((value) => value / parts);
}
/** Settings as someone may make them: every number another, tables with their rows. */
function anySettings(kind: GameBody['kind']): fc.Arbitrary<Settings> {
  const { blanks, settings } = GAME_KINDS[kind];
  const one = (field: string, blank: SettingBlank): fc.Arbitrary<unknown> => {
    const shipped = settings[field];
    switch (blank.as) {
      case 'number':
        return anyCell(blank);
      case 'choice':
        return fc.constantFrom(...Object.keys(blank.options));
      case 'words':
        return fc.constant(shipped);
      case 'table':
        return fc.tuple(
          ...(shipped as readonly Row[]).map((row) =>
            fc.record(
              Object.fromEntries(
                Object.entries(row).map(([column, value]) => {
                  const cell = blank.columns[column];
                  return [column, cell?.as === 'number' ? anyCell(cell) : fc.constant(value)];
                }),
              ),
            ),
          ),
        );
    }
  };
  return fc.record(
    Object.fromEntries(Object.entries(blanks).map(([field, blank]) => [field, one(field, blank)])),
  ) as fc.Arbitrary<Settings>;
}
/** Those the editor would let through. */
const sound = (kind: GameBody['kind']) =>
  anySettings(kind).filter(
    (settings) => Object.keys(gameFaults({ ...blankGame(kind), settings }, [])).length === 0,
  );
const EXACT = GAME_KIND_NAMES.filter((kind) => GAME_KINDS[kind].odds !== undefined);

describe('odds', () => {
  test.each(EXACT)('of %s are those that come about, whatever it is set to', (kind) => {
    fc.assert(
      fc.property(sound(kind), fc.constantFrom(10, 37), fc.integer(), (settings, stake, seed) => {
        for (const each of GAME_KINDS[kind].odds?.(settings, stake) ?? []) {
          const odds = oddsOf(each, stake);
          for (const level of each.levels)
            expect(level.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
          const plays = 20_000;
          const seen = run(
            simulated(trialOf({ kind, settings }, stake, each.variant), stake, plays, seeded(seed)),
          );
          // Pity makes plays hang together a little, so that a mean strays further than for others.
          const spread = odds.deviation / Math.sqrt(plays);
          expect(Math.abs(seen.returns - odds.returns)).toBeLessThan(
            6 * spread + 0.02 * Math.abs(odds.returns) + 1e-9,
          );
        }
      }),
      { numRuns: 12 },
    );
  });

  test('as they ship give back a little less than is staked, and many plays fall into their interval', () => {
    let [cases, missed] = [0, 0];
    for (const kind of EXACT) {
      const body = blankGame(kind);
      for (const odds of oddsOfGame(body)) {
        expect([kind, odds.returns <= 1]).toEqual([kind, true]);
        const { usual } = body.stake;
        const { low, high } = run(simulated(trialOf(body, usual, odds.variant), usual, 200_000, seeded(7)));
        // The interval of 99 of 100 is a third wider than that of 95.
        const wide = (high - low) * 0.157;
        cases += 1;
        if (odds.returns < low - wide || odds.returns > high + wide) missed += 1;
      }
    }
    // One in a hundred misses it by chance.
    expect(cases).toBeGreaterThan(15);
    expect(missed).toBeLessThanOrEqual(1);
  });

  test('of a die with two faces are known by heart', () => {
    const settings = { sides: 2, wins: 2, pays: 2, special: [] };
    const [odds] = oddsOfGame({ kind: 'high-roll', settings, stake: { least: 10, most: 10, usual: 10 } });
    expect(odds).toMatchObject({ returns: 1, hits: 0.5, deviation: 1, drought95: 5, drought99: 7 });
  });

  test('pity ends a drought: the chain is the one that is played', () => {
    const settings = { ...GAME_KINDS.reels.settings, chance: 0, pity: 50, limit: 100, reels: 2 };
    const [odds] = oddsOfGame({ ...blankGame('reels'), settings });
    // Nothing, then each reel with a half until both hit, where only a miss of both makes it certain.
    expect(odds?.levels).toHaveLength(3);
    const alone = oddsOfGame({ ...blankGame('reels'), settings: { ...settings, pity: 0 } });
    expect(alone[0]).toMatchObject({ hits: 0, drought95: undefined, levels: [1] });
    // At 0% no one wins at first, but pity builds up and ends it.
    expect(odds?.drought95).toBeLessThan(odds?.drought99 ?? 0);
    expect(odds?.drought99).toBeLessThan(10);
  });

  test('solving a setting comes as near to the return asked for as the setting allows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 130 }), (hundredth) => {
        const target = hundredth / 100;
        const stake = { least: 10_000, most: 10_000, usual: 10_000 };
        const body = { ...blankGame('reels'), stake };
        const solved = solve(body, 'chance', target, '');
        if ('fault' in solved) throw new Error(solved.fault);
        const settings = { ...body.settings, chance: solved.value };
        const [odds] = oddsOfGame({ ...body, settings });
        expect(odds?.returns).toBeCloseTo(solved.returns, 9);
        expect(Math.abs(solved.returns - target)).toBeLessThan(0.002);
      }),
      { numRuns: 15 },
    );
    expect(solve(blankGame('high-roll'), 'wins', 40, '')).toMatchObject({
      fault: expect.anything(),
    });
  });

  test('warnings: gives back more than it takes, never won, moves much at once', () => {
    const roll = (settings: object): GameBody => {
      const body = blankGame('high-roll');
      return { ...body, settings: { ...body.settings, ...settings } };
    };
    expect(warningsOf(roll({ pays: 3 }), 1_000_000)).toMatchObject({ gives: true, never: false });
    expect(warningsOf(roll({ pays: 0, special: [] }), 0)).toMatchObject({
      gives: false,
      never: true,
      share: undefined,
    });
    expect(warningsOf(roll({}), 3_000).share).toBeCloseTo(0.5, 6);
  });

  test('players who begin alike end between ruin and twice as much', () => {
    const body = blankGame('high-roll');
    const about = { stake: 10, balance: 100, plays: 200, players: 2_000 };
    const { ruined, doubled, bars, median } = run(fates(trialOf(body, 10, ''), about, seeded(3)));
    expect(ruined).toBeGreaterThan(0.3);
    expect(doubled).toBeGreaterThan(0.2);
    expect(bars.reduce((sum, { count }) => sum + count, 0)).toBe(2_000);
    expect(median).toBeLessThan(100);
  });
});

describe('as played', () => {
  const levelsOf = (body: GameBody) => (variant: string) =>
    GAME_KINDS[body.kind].odds?.(body.settings, body.stake.usual).find((each) => each.variant === variant)
      ?.levels;
  /** So many plays with their outcomes, pity and all. */
  function played(body: GameBody, plays: number, chance: Chance) {
    const counts = new Map<string, { variant: string; level: number; outcome: string; count: number }>();
    let level = 0;
    for (let n = 0; n < plays; n += 1) {
      const entering = { n: 0, viewer: 'v', name: 'v', stake: 10, typed: '', level, roles: [] };
      const moment = { settings: body.settings, stake: body.stake, chance, at: 0, round: undefined };
      const turn = GAME_KINDS[body.kind].enter(entering, moment);
      if ('fault' in turn) throw new Error(turn.fault);
      const outcome = turn.ends?.[0]?.outcome ?? '';
      const key = `${String(level)} ${outcome}`;
      const known = counts.get(key) ?? { variant: '', level, outcome, count: 0 };
      counts.set(key, { ...known, count: known.count + 1 });
      level = turn.level ?? 0;
    }
    return [...counts.values()];
  }

  test.each([
    ['high-roll', 900],
    ['reels', 900],
    ['wheel', 24],
  ] as const)('of %s what chance does is seldom taken for a fault: 1 in 20 below 0.05', (kind, plays) => {
    const body = blankGame(kind);
    const chance = seeded(2047);
    const times = plays < 100 ? 60 : 400;
    let alarms = 0;
    for (let n = 0; n < times; n += 1) {
      const fit = fitOf(expectedOf(played(body, plays, chance), levelsOf(body)), chance);
      expect(fit.test).toBe(plays < 100 ? 'exact' : 'chi-square');
      if ((fit.p ?? 1) < 0.05) alarms += 1;
    }
    expect(alarms / times).toBeLessThan(0.1);
    expect(alarms).toBeGreaterThan(0);
  });

  test('a game that pays otherwise than it says is found out', () => {
    const body = blankGame('high-roll');
    const unfair = { ...body, settings: { ...body.settings, wins: 60 } };
    const counts = played(unfair, 1_500, seeded(8));
    const fit = fitOf(expectedOf(counts, levelsOf(body)), seeded(6));
    expect(fit.p).toBeLessThan(0.001);
    expect(fitInWords(fit)).toContain('does not fit');
    expect(fitInWords(fitOf(expectedOf(counts, levelsOf(unfair)), seeded(6)))).toContain(
      'what luck looks like',
    );
    const never = [{ variant: '', level: 0, outcome: 'sideways', count: 1 }];
    expect(fitInWords(fitOf(expectedOf(never, levelsOf(body)), seeded(1)))).toContain('do not allow');
    expect(fitInWords(fitOf([], seeded(1)))).toBe('It has not been played yet.');
  });

  test('one draw for all counts once, a duel by who challenged, a boss by its hits; stakes as they round', () => {
    const crew = blankGame('expedition');
    const settings = { ...crew.settings, fate: 'all' as const, crew: [{ from: 1, chance: 50 }] };
    const variant = (GAME_KINDS.expedition.odds?.(settings, 100) ?? [])[0]?.variant ?? '';
    const aboard = (outcome: string, rounds: number) =>
      ({ variant, level: 0, outcome, count: rounds }) as const;
    const all = (outcome: string, rounds: number) => ({
      ...aboard(outcome, rounds * 24),
      ...{ stake: 10, staked: rounds * 240, paid: 0 },
    });
    const seldom = asPlayed(
      { kind: 'expedition', settings },
      {
        counts: [all('back', 4), all('lost', 6)],
        rounds: [aboard('back', 4), aboard('lost', 6)],
        drawn: [],
      },
      seeded(2),
    );
    expect([seldom.plays, seldom.fit.plays, (seldom.fit.p ?? 0) > 0.3]).toEqual([240, 10, true]);
    const duel = blankGame('duel');
    const ends = (who: string, outcome: string) => ({
      ...{ variant: who, level: 0, outcome, count: 500, stake: 5, staked: 2_500, paid: 0 },
    });
    const fixed = asPlayed(
      duel,
      {
        counts: [ends('challenger', 'won'), ends('challenged', 'lost')],
        rounds: [{ variant: 'challenger', level: 0, outcome: 'won', count: 500 }],
        drawn: [],
      },
      seeded(3),
    );
    expect(fixed.fit.p).toBeLessThan(0.001);
    // The cut is rounded down: the house keeps less of small stakes.
    const cut = { ...duel, settings: { ...duel.settings, cut: 10 } };
    const at = (stake: number): number =>
      asPlayed(
        cut,
        { counts: [{ ...ends('challenger', 'won'), stake, staked: stake * 500 }], rounds: [], drawn: [] },
        seeded(4),
      ).expected ?? 0;
    expect(at(100)).toBeCloseTo(0.9, 5);
    expect(at(7)).toBeCloseTo(13 / 14, 5);
    const boss = blankGame('boss');
    const hits = (numbers: readonly number[]) =>
      asPlayed(
        boss,
        { counts: [], rounds: [], drawn: numbers.map((each) => ({ numbers: [each], count: 20 })) },
        seeded(5),
      ).fit;
    expect(hits([0, 7, 14]).p).toBeGreaterThan(0.5);
    expect(hits([0, 1, 2]).p).toBeLessThan(0.001);
  });

  test('the longest run of losses to expect grows with the plays', () => {
    expect(longestRun(0, 0.5)).toBe(0);
    expect(longestRun(1_000, 0.5)).toBe(9);
    expect(longestRun(50, 1)).toBe(50);
    expect(longestRun(1_000_000, 0.5)).toBeGreaterThan(longestRun(1_000, 0.5));
  });
});
