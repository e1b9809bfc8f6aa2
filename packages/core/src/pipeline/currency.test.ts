import { type Change, channelLayers, type Step } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { decideCommand } from '../commands/index.js';
import { FREE, type CurrencySettings, type PostedChange } from '../currency/index.js';
import { command, line, purseOf, saidIn, worldOf } from '../test-support/index.js';
import { routineOf } from '../routines/index.js';

const VIEWER = 'viewer:v-pebblewren';
const TARGET = 'viewer:v-quillrush';
const AMOUNT = { name: 'amount', type: 'amount', optional: true, least: null, most: null } as const;
const WHO = { name: 'who', type: 'viewer', optional: true, least: null, most: null } as const;
const say: Step = {
  kind: 'say',
  id: 's',
  texts: [
    '{{ viewer.name }} {{ viewer.balance | amount: currency }}, {{ target.name }} {{ target.balance }}{% if remembered.failure %}: {{ remembered.failure }}{% endif %}',
  ],
  order: 'random',
};
const purse = (balance: number, settings: Partial<CurrencySettings> = {}) =>
  purseOf({ [VIEWER]: { balance }, [TARGET]: { balance: 10 } }, settings);

/** Types `!pay …` where it does these steps and then says what both have. */
function pay(steps: readonly Step[], typed: string, given = purse(40), cost = 0) {
  const pays = command(
    'c1',
    '',
    { name: 'pay' },
    { cost: { ...FREE, base: cost } },
    {
      inputs: [
        { ...WHO, choices: [], pattern: '' },
        { ...AMOUNT, choices: [], pattern: '' },
      ],
      routine: routineOf([...steps, say]),
    },
  );
  const decision = decideCommand(line(`!pay ${typed}`), worldOf([pays], { purse: given }));
  const posted = decision.changes.filter((change): change is PostedChange => change.kind === 'posted');
  return { ...decision, said: saidIn(decision.effects)[0], posted };
}

const give = (more: object = {}): Step => ({
  kind: 'give',
  id: 'g',
  amount: '{{ input.amount }}',
  to: 'target',
  from: 'house',
  ifFails: 'go-on',
  ...more,
});
const take = (more: object = {}): Step => ({
  kind: 'take',
  id: 't',
  amount: '{{ input.amount }}',
  from: 'target',
  ifFails: 'go-on',
  ...more,
});
const set = (more: object = {}): Step => ({
  kind: 'set',
  id: 'b',
  whose: 'target',
  amount: '{{ input.amount }}',
  ifFails: 'go-on',
  ...more,
});
const SHARING = {
  sharing: { enabled: true, least: 1, most: null, fee: 0, cooldown: 0, watched: 0 },
} as const;

describe('steps that move currency', () => {
  test.each<[string, Step, string, string]>([
    ['gives out of nothing', give(), 'quillrush 5', 'pebblewren 40 flint, quillrush 15'],
    [
      'gives to the viewer who started it',
      give({ to: 'viewer' }),
      'quillrush 5',
      'pebblewren 45 flint, quillrush 10',
    ],
    [
      'gives from one to the other',
      give({ from: 'viewer' }),
      'quillrush half',
      'pebblewren 20 flint, quillrush 30',
    ],
    ['takes', take(), 'quillrush 4', 'pebblewren 40 flint, quillrush 6'],
    ['takes all there is', take({ amount: 'all' }), 'quillrush', 'pebblewren 40 flint, quillrush 0'],
    [
      'takes from the viewer who started it',
      take({ from: 'viewer' }),
      'quillrush 39',
      'pebblewren 1 flint, quillrush 10',
    ],
    ['sets up', set(), 'quillrush 90', 'pebblewren 40 flint, quillrush 90'],
    ['sets down to nothing', set({ amount: '0' }), 'quillrush', 'pebblewren 40 flint, quillrush 0'],
  ])('%s, and later steps see it', (_, step, typed, said) => {
    const { posted, ...decision } = pay([step], typed, purse(40, SHARING));
    expect(decision.said).toBe(said);
    expect(posted).toHaveLength(1);
  });

  test.each<[string, Step, string, RegExp]>([
    ['more than there is', take(), 'quillrush 11', /quillrush has only 10 flint/u],
    ['no amount', give(), 'quillrush', /no amount was given/u],
    ['a share of nobody’s', give({ amount: 'half' }), 'quillrush', /no balance to take half of/u],
    ['a part of one', give({ amount: '2.5' }), 'quillrush', /not an amount/u],
    ['to oneself', give({ from: 'viewer' }), 'pebblewren 5', /give yourself/u],
    ['more than one has', give({ from: 'viewer' }), 'quillrush 41', /has only 40 flint/u],
  ])('what cannot be is said, and moves nothing: %s', (_, step, typed, failure) => {
    const { said, posted } = pay([step], typed, purse(40, SHARING));
    expect(said).toMatch(failure);
    expect(posted).toEqual([]);
  });

  test('nothing moves in a channel without a currency, and nothing costs', () => {
    const off = purse(40, { enabled: false });
    const { said, posted } = pay([give()], 'quillrush 5', off, 30);
    expect(said).toMatch(/this channel has no currency/u);
    expect(posted).toEqual([]);
  });

  test('each posting of a run has a key of its own, and all together the sum stays zero', () => {
    const some = fc.array(
      fc.constantFrom(give({ amount: '3' }), take({ amount: '2' }), set({ amount: '7' })),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(some, fc.nat(50), (steps, cost) => {
        const named = steps.map((step, n) => ({ ...step, id: `s${String(n)}` }));
        const { posted } = pay(named, 'quillrush', purse(50), cost);
        expect(new Set(posted.map(({ key }) => key)).size).toBe(posted.length);
        const sums = new Map<string, number>();
        for (const { from, to, amount } of posted.flatMap(({ entries }) => entries)) {
          sums.set(from, (sums.get(from) ?? 0) - amount);
          sums.set(to, (sums.get(to) ?? 0) + amount);
        }
        expect([...sums.values()].reduce((all, each) => all + each, 0)).toBe(0);
        expect((sums.get(TARGET) ?? 0) + 10).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('a price', () => {
  const bell = (steps: readonly Step[], more: object = {}) =>
    command(
      'c1',
      '',
      { name: 'bell' },
      { cost: { ...FREE, base: 30, subscriber: 10 } },
      {
        routine: { ...routineOf(steps), ...more },
      },
    );
  const ring = (steps: readonly Step[], roles: Parameters<typeof line>[1] = []) =>
    decideCommand(line('!bell', roles), worldOf([bell(steps)], { purse: purse(40) }));
  const posted = (changes: readonly Change[]) =>
    changes.flatMap((change) => (change.kind === 'posted' ? [change] : []));

  test('is taken before the first step sees the balance, by role', () => {
    expect(saidIn(ring([say]).effects)[0]).toContain('pebblewren 10 flint');
    expect(saidIn(ring([say], ['subscriber']).effects)[0]).toContain('pebblewren 30 flint');
    expect(posted(ring([say], ['streamer']).changes)).toEqual([]);
  });

  test('is given back where nothing was carried out, and the ledger shows both', () => {
    const { changes, why } = ring([take({ amount: '99', ifFails: 'stop' })]);
    const [paid, back] = posted(changes);
    expect(paid).toMatchObject({ cause: 'command', entries: [{ from: VIEWER, to: 'spent', amount: 30 }] });
    expect(back).toMatchObject({
      cause: 'reversal',
      reverses: paid?.key,
      entries: [{ from: 'spent', to: VIEWER }],
    });
    expect(why.checks.map(({ rule }) => rule)).toContain('Nothing was carried out');
    const layers = channelLayers();
    const world = worldOf([], { purse: purse(40) });
    const laid = layers.over(world);
    for (const change of changes) layers.apply(change, laid);
    expect(laid.purse.of(VIEWER)).toMatchObject({ balance: 40, earned: 0 });
  });

  test('stays taken where anything was carried out before it failed', () => {
    const { changes } = ring([give({ amount: '1' }), take({ amount: '99', ifFails: 'stop' })]);
    expect(posted(changes).map(({ cause }) => cause)).toEqual(['command', 'command']);
  });

  test('is not taken from someone who cannot pay, or by a rank that was deleted', () => {
    const poor = decideCommand(line('!bell'), worldOf([bell([say])], { purse: purse(29) }));
    expect(poor).toMatchObject({ changes: [], why: { gate: 'cost', brief: 'costs 30 flint, has 29' } });
    const gone = command('c1', 'up', { name: 'bell' }, { rank: 'no-such-rank' });
    const refused = decideCommand(line('!bell'), worldOf([gone], { purse: purse(40) }));
    expect(refused.why).toMatchObject({ outcome: 'stopped', brief: 'its rank was deleted' });
  });
});

test('texts know the place, the rank and the next, and the currency by its name', () => {
  const ranks = {
    by: 'balance',
    ranks: [
      { id: 'a', name: 'Scrambler', from: 20, lowestRole: 'viewer', routine: null },
      { id: 'b', name: 'Ropehand', from: 100, lowestRole: 'viewer', routine: null },
    ],
  } as const;
  const given = {
    ...purseOf({ [VIEWER]: { balance: 40, earned: 90 } }, {}, ranks),
    place: () => 3,
    top: () => [
      { name: 'mossmoth', balance: 1_200 },
      { name: 'siltlark', balance: 90 },
    ],
  };
  const text =
    '{{ viewer.rank }} next {{ viewer.next_rank }}, place {{ viewer.place }}, earned {{ viewer.earned | amount: currency }}; {{ currency.top }}; every {{ currency.every }}, an hour {{ currency.hour }} {{ currency }} {{ currency.mark }}';
  const { effects, why } = decideCommand(
    line('!who'),
    worldOf([command('c1', text, { name: 'who' })], { purse: given }),
  );
  expect(saidIn(effects)[0]).toBe(
    'Scrambler next Ropehand, place 3, earned 90 flint; 1. mossmoth 1,200, 2. siltlark 90; every 10, an hour 60 flint ◆',
  );
  expect(why.outcome).toBe('ran');
});
