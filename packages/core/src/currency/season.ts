/** What leaderboards go by. */
export const BOARDS = ['balance', 'earned', 'watch', 'messages', 'wins'] as const;
export type Board = (typeof BOARDS)[number];

/** What a place on a leaderboard is given when the season ends. */
export interface Award {
  readonly by: Board;
  /** from 1; those who share a place all get it */
  readonly place: number;
  readonly amount: number;
}

/** What a season is called, when it ends and what follows from it. */
export interface SeasonPlan {
  readonly name: string;
  /** UTC milliseconds; null while it ends by hand alone */
  readonly endsAt: number | null;
  /** what begins again at its end */
  readonly resets: 'balances' | 'nothing';
  readonly awards: readonly Award[];
}

export const NO_SEASON: SeasonPlan = { name: '', endsAt: null, resets: 'nothing', awards: [] };

const AWARDS_MOST = 40;
const PLACE_MOST = 100;
const AMOUNT_MOST = 1_000_000;

/** What is wrong with a plan, by place (`awards.2.amount`); empty when nothing is. */
export function seasonFaults({ name, endsAt, resets, awards }: SeasonPlan): Record<string, string> {
  const faults: Record<string, string> = {};
  if (!/^[^\p{C}]{1,60}$/u.test(name.trim())) faults.name = 'Give it a name of 1 to 60 characters';
  if (endsAt !== null && !Number.isSafeInteger(endsAt)) faults.endsAt = 'Give a day, or none';
  if (!['balances', 'nothing'].includes(resets)) faults.resets = 'Choose what begins again';
  if (awards.length > AWARDS_MOST) faults.awards = `There can be at most ${String(AWARDS_MOST)} awards`;
  for (const [n, { by, place, amount }] of awards.entries()) {
    const at = `awards.${String(n)}`;
    if (!BOARDS.includes(by)) faults[`${at}.by`] = 'Choose a leaderboard';
    if (!(Number.isInteger(place) && place >= 1 && place <= PLACE_MOST))
      faults[`${at}.place`] = `Give a place from 1 to ${String(PLACE_MOST)}`;
    if (!(Number.isInteger(amount) && amount >= 1 && amount <= AMOUNT_MOST))
      faults[`${at}.amount`] = `Give an amount from 1 to ${AMOUNT_MOST.toLocaleString('en')}`;
  }
  return faults;
}

/** A viewer's line on a leaderboard. */
export interface Placed {
  readonly viewer: string;
  readonly name: string;
  /** from 1; equal values share one, and the next is left out */
  readonly place: number;
  readonly value: number;
}

/** Gives places to values that come from the highest. */
export function placesOf(rows: readonly Omit<Placed, 'place'>[]): Placed[] {
  let place = 0;
  let last: number | undefined;
  return rows.map((row, n) => {
    if (row.value !== last) place = n + 1;
    last = row.value;
    return { ...row, place };
  });
}

/** Who is given what: several awards of one viewer are added up. */
export function awarded(
  awards: readonly Award[],
  boards: Readonly<Record<Board, readonly Placed[]>>,
): { readonly viewer: string; readonly name: string; readonly amount: number }[] {
  const given = new Map<string, { viewer: string; name: string; amount: number }>();
  for (const { by, place, amount } of awards)
    for (const { viewer, name } of boards[by].filter((row) => row.place === place)) {
      const before = given.get(viewer)?.amount ?? 0;
      given.set(viewer, { viewer, name, amount: before + amount });
    }
  return [...given.values()];
}
