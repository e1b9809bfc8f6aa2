import { ROLE_NAMES, strongestRole } from '../chat/index.js';
import { silenceOf, type GuardView } from '../guard/index.js';
import { durationInWords, readDuration } from '../text/index.js';
import { isNamed, type ViewerFacts } from '../viewers/index.js';
import type { Bench, BenchLength } from './terms.js';
import type { RedeemWorld, Wish } from './view.js';

export type Benched =
  | { readonly target: ViewerFacts; readonly length: BenchLength; readonly price: number }
  | { readonly fault: string };

/** Who is benched for how long by what was typed: a name where one is needed, then a time. */
export function readBench(
  bench: Bench,
  wish: Wish,
  { rewards, guard }: Pick<RedeemWorld, 'rewards' | 'guard'>,
  at: number,
): Benched {
  const [first = '', ...rest] = wish.typed
    .trim()
    .split(/\s+/u)
    .filter((word) => word !== '');
  const named = bench.whom === 'named';
  if (named && first === '') return { fault: 'say who: type a name after it' };
  const target = named ? rewards.named(nameIn(first)) : wish.viewer;
  if (target === undefined) return { fault: `no viewer called ${nameIn(first)} has ever been here` };
  const spared = spares(bench, target) ?? held(target, guard, at);
  if (spared !== undefined) return { fault: spared };
  const length = lengthFor(bench, wish, (named ? rest : [first, ...rest]).join(' '));
  if ('fault' in length) return length;
  return { target, length, price: wish.paidBy === 'currency' ? (length.price ?? 0) : 0 };
}

const nameIn = (word: string): string => word.replace(/^@/u, '').replace(/[,:]$/u, '');

/** Why someone cannot be benched at all. */
function spares({ spares: roles, never }: Bench, target: ViewerFacts): string | undefined {
  const { name } = target;
  if (target.roles.includes('streamer')) return `${name} runs the show and stays`;
  if (target.bot) return `${name} is a bot and stays`;
  const role = strongestRole(target.roles.filter((each) => roles.includes(each)));
  if (roles.includes(role)) return `nobody benches a ${ROLE_NAMES[role].toLowerCase()} here`;
  return never.some((each) => isNamed(each, { viewer: target.id, name }))
    ? `${name} cannot be benched here`
    : undefined;
}

/** Whether a person keeps someone from writing, for good or for now. */
function held({ id, name }: ViewerFacts, guard: GuardView, at: number): string | undefined {
  const silence = silenceOf(guard.standingOf(id).given, guard.prepared.settings.overlapping, at);
  if (silence === undefined || (silence.by === 'guard' && silence.until !== undefined)) return undefined;
  return silence.until === undefined
    ? `${name} is banned already`
    : `a moderator has timed out ${name} already`;
}

/** Paid with currency, the time that was typed; with anything else, the longest that much pays for. */
function lengthFor(
  { lengths }: Bench,
  { paidBy, given }: Wish,
  typed: string,
): BenchLength | { readonly fault: string } {
  if (paidBy !== 'currency') {
    const paid = lengths
      .filter((length) => {
        const least = length[paidBy];
        return least !== null && given >= least;
      })
      .sort((a, b) => b.seconds - a.seconds)[0];
    return paid ?? { fault: 'that is not enough for it' };
  }
  const sold = lengths.filter(({ price }) => price !== null);
  const [first] = sold;
  if (first === undefined) return { fault: 'it is not sold for currency' };
  if (typed === '') return first;
  const wanted = readDuration(typed, 's');
  const found = sold.find(({ seconds }) => wanted === seconds * 1_000);
  const offered = sold.map(({ seconds }) => durationInWords(seconds * 1_000)).join(', ');
  return found ?? { fault: `it can be had for ${offered}` };
}
