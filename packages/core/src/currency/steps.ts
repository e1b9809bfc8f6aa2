import {
  IF_FAILS,
  personOf,
  STARTER_OR_NAMED,
  type MayFail,
  type Outcome,
  type StepBase,
  type StepKindOf,
  type StepRunOf,
  type StarterOrNamed,
} from '../area/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { figure, readAmount } from './amount.js';
import { move, viewerAccount, type PostingOccasion, type PostingResult } from './posting.js';
import { amountOfCurrency, balancesOf } from './purse.js';
import { decideGift, feeOf } from './sharing.js';
import type { CurrencyTypes } from './types.js';

type Run = StepRunOf<CurrencyTypes>;

/** Gives currency to someone. */
export interface GiveStep extends StepBase, MayFail {
  readonly kind: 'give';
  /** Liquid that comes to an amount */
  readonly amount: string;
  readonly to: StarterOrNamed;
  /** out of nothing, or from the viewer who started it */
  readonly from: 'house' | 'viewer';
}
/** Takes currency from someone. */
export interface TakeStep extends StepBase, MayFail {
  readonly kind: 'take';
  /** Liquid that comes to an amount */
  readonly amount: string;
  readonly from: StarterOrNamed;
}
/** Sets what someone has. */
export interface SetBalanceStep extends StepBase, MayFail {
  readonly kind: 'set';
  readonly whose: StarterOrNamed;
  /** Liquid that comes to an amount */
  readonly amount: string;
}

const AMOUNT = { as: 'text', label: 'Amount', example: '{{ input.amount }}', most: 500 } as const;
const WORDS = ['currency', 'points', 'pay', 'balance'];
/** What a gift remembers: what of it arrived, and what of it was lost as a fee. */
const ARRIVED = 'arrived';
const FEE = 'fee';
const NO_CURRENCY = 'this channel has no currency';

const give: StepKindOf<CurrencyTypes, GiveStep> = {
  kind: 'give',
  group: 'Do',
  verb: 'Give',
  means: 'gives someone some of the currency, out of nothing or from the viewer who started it',
  words: [...WORDS, 'add', 'gift', 'share'],
  blanks: {
    amount: AMOUNT,
    to: { as: 'choice', label: 'Who gets it', options: STARTER_OR_NAMED },
    from: {
      as: 'choice',
      label: 'Who pays',
      options: { house: 'the channel', viewer: 'the viewer who started it' },
    },
    ifFails: IF_FAILS,
  },
  line: () => [
    { blank: 'amount' },
    'to',
    { blank: 'to' },
    'from',
    { blank: 'from' },
    'if it cannot be,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'give', id, amount: '', to: 'target', from: 'house', ifFails: 'stop' }),
  remembers: () => [ARRIVED, FEE],
  run: ({ amount, to, from, ifFails }, run) =>
    moving(run, ifFails, () => {
      const { purse } = run.world;
      const giver = run.occasion.viewer;
      const receiver = personOf(to, run.occasion);
      const of = from === 'viewer' ? giver : undefined;
      const read = amountOf(amount, run, of);
      if ('fault' in read) return read;
      const words = `gives ${amountOfCurrency(purse.settings, read.amount)} to ${receiver.name}`;
      const gift = { from: giver, to: receiver, amount: read.amount };
      if (from === 'viewer') {
        const fee = feeOf(read.amount, purse.settings.sharing.fee);
        run.remember('run', ARRIVED, String(read.amount - fee));
        run.remember('run', FEE, String(fee));
        return decideGift(purse, gift, occasioned(run, 'gift', words));
      }
      if (receiver.bot || receiver.ignored)
        return { fault: `${receiver.name} takes no ${purse.settings.many}` };
      const over = overCap(run, receiver, (balanceOf(run, receiver) ?? 0) + read.amount);
      if (over !== undefined) return over;
      const entry = { from: 'issued', to: viewerAccount(receiver.id), amount: read.amount } as const;
      return move(balancesOf(purse), entry, occasioned(run, 'command', words));
    }),
};

const take: StepKindOf<CurrencyTypes, TakeStep> = {
  kind: 'take',
  group: 'Do',
  verb: 'Take',
  means: 'takes some of the currency from someone',
  words: [...WORDS, 'remove', 'charge', 'spend', 'fine'],
  blanks: {
    amount: AMOUNT,
    from: { as: 'choice', label: 'Who pays', options: STARTER_OR_NAMED },
    ifFails: IF_FAILS,
  },
  line: () => [{ blank: 'amount' }, 'from', { blank: 'from' }, 'if it cannot be,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'take', id, amount: '', from: 'target', ifFails: 'stop' }),
  run: ({ amount, from, ifFails }, run) =>
    moving(run, ifFails, () => {
      const { purse } = run.world;
      const payer = personOf(from, run.occasion);
      const read = amountOf(amount, run, payer);
      if ('fault' in read) return read;
      const has = balanceOf(run, payer);
      if (has !== undefined && has < read.amount)
        return { fault: `${payer.name} has only ${amountOfCurrency(purse.settings, has)}` };
      const words = `takes ${amountOfCurrency(purse.settings, read.amount)} from ${payer.name}`;
      const entry = { from: viewerAccount(payer.id), to: 'spent', amount: read.amount } as const;
      return move(balancesOf(purse), entry, occasioned(run, 'command', words));
    }),
};

const setBalance: StepKindOf<CurrencyTypes, SetBalanceStep> = {
  kind: 'set',
  group: 'Do',
  verb: 'Set the balance',
  means: 'sets what someone has of the currency',
  words: [...WORDS, 'reset', 'correct'],
  blanks: {
    whose: { as: 'choice', label: 'Whose', options: STARTER_OR_NAMED },
    amount: AMOUNT,
    ifFails: IF_FAILS,
  },
  line: () => ['of', { blank: 'whose' }, 'to', { blank: 'amount' }, 'if it cannot be,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'set', id, whose: 'target', amount: '', ifFails: 'stop' }),
  run: ({ whose, amount, ifFails }, run) =>
    moving(run, ifFails, () => {
      const { purse } = run.world;
      const person = personOf(whose, run.occasion);
      const read = amountOf(amount, run, undefined, 0);
      if ('fault' in read) return read;
      const has = balanceOf(run, person);
      if (has === undefined) return { fault: 'the balance could not be looked up' };
      if (has === read.amount) return undefined;
      const over = has < read.amount ? overCap(run, person, read.amount) : undefined;
      if (over !== undefined) return over;
      const account = viewerAccount(person.id);
      const entry =
        has < read.amount
          ? ({ from: 'issued', to: account, amount: read.amount - has } as const)
          : ({ from: account, to: 'spent', amount: has - read.amount } as const);
      const words = `sets the balance of ${person.name} to ${amountOfCurrency(purse.settings, read.amount)}`;
      return move(balancesOf(purse), entry, occasioned(run, 'correction', words));
    }),
};

/** Makes a posting part of the run, or says why it cannot be; undefined where there is nothing to move. */
function moving(run: Run, ifFails: GiveStep['ifFails'], decide: () => PostingResult | undefined): Outcome {
  const stop = ifFails === 'stop';
  if (!run.world.purse.settings.enabled) return { failed: NO_CURRENCY, stop };
  const result = decide();
  if (result === undefined) return undefined;
  if ('fault' in result) return { failed: result.fault, stop };
  run.change(result.change);
  run.note(`${run.name}: ${result.change.words}`, '', 'passed');
  return undefined;
}

/** Why a viewer cannot have so much; undefined where they can. */
function overCap(
  { world }: Run,
  { name }: ViewerFacts,
  balance: number,
): { readonly fault: string } | undefined {
  const { settings } = world.purse;
  if (settings.cap === null || balance <= settings.cap) return undefined;
  return { fault: `${name} cannot hold more than ${amountOfCurrency(settings, settings.cap)}` };
}

function balanceOf({ world }: Run, viewer: ViewerFacts): number | undefined {
  return world.purse.of(viewerAccount(viewer.id))?.balance;
}

/** @param of whose balance `all` and shares are of */
function amountOf(
  source: string,
  run: Run,
  of: ViewerFacts | undefined,
  least = 1,
): { readonly amount: number } | { readonly fault: string } {
  const typed = run.render(source).text.trim();
  const balance = of === undefined ? undefined : balanceOf(run, of);
  const read = readAmount(typed, { least, most: Number.MAX_SAFE_INTEGER, balance });
  if ('amount' in read) return read;
  return typed === '' ? { fault: `no amount was given; type one such as ${figure(40)}` } : read;
}

function occasioned(run: Run, cause: PostingOccasion['cause'], words: string): PostingOccasion {
  const { occasion, at, mark } = run;
  const by = occasion.viewer.roles.includes('streamer')
    ? 'streamer'
    : (`viewer:${occasion.viewer.id}` as const);
  return { key: mark, cause, reference: run.owner, by, at, words };
}

export const CURRENCY_STEPS = { give, take, set: setBalance };
