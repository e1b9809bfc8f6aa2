import { amountOfCurrency, type CurrencySettings } from '../currency/index.js';
import { durationInWords } from '../text/index.js';
import type { Tally } from './tally.js';
import type { GamesView } from './view.js';

/** What the texts of a game are told beside its name. Whatever is left out is empty, or 0 for a number. */
export interface ToldPlay {
  /** what the message is about, where that is several games */
  readonly name?: string;
  /** what was staked, and what came back */
  readonly stake?: number;
  readonly pays?: number;
  /** what came up */
  readonly result?: string;
  /** the plain word a kind of game has for how it ended */
  readonly outcome?: string;
  readonly pot?: number;
  /** how many take part */
  readonly count?: number;
  /** who they are, and who won */
  readonly names?: readonly string[];
  readonly winners?: readonly Winner[];
  readonly losers?: number;
  /** seconds until something happens */
  readonly seconds?: number;
  /** how much is left: health, finds, numbers */
  readonly left?: number;
  readonly most?: number;
  /** the other one */
  readonly rival?: string;
  /** free spins, guesses */
  readonly times?: number;
}
export interface Winner {
  readonly name: string;
  readonly pays: number;
}

/** Names that are listed; of more it is said how many. */
const LISTED = 10;

/** Names one after the other: `tallowfen, siltlark and 14 more`. */
export function namesInWords(names: readonly string[]): string {
  const more = names.length - LISTED;
  if (more > 0) return `${names.slice(0, LISTED).join(', ')} and ${String(more)} more`;
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}

export interface GameValuesOf {
  readonly name: string;
  readonly told: ToldPlay;
  readonly settings: CurrencySettings;
  readonly own: () => Tally;
  /** of all who played it */
  readonly total: () => Tally;
  /** the command it is played with, as it is typed */
  readonly type: () => string;
}

/** The values `game.…`; each is worked out only when a text asks for it. */
export function gameValues({
  name,
  told,
  settings,
  own,
  total,
  type,
}: GameValuesOf): Record<string, unknown> {
  const { stake = 0, pays = 0, names = [], winners = [], seconds = 0 } = told;
  return {
    name: told.name ?? name,
    type,
    stake,
    pays,
    net: pays - stake,
    result: told.result ?? '',
    outcome: told.outcome ?? '',
    pot: told.pot ?? 0,
    count: told.count ?? names.length,
    names: () => namesInWords(names),
    winners: () =>
      namesInWords(winners.map((each) => `${each.name} (${amountOfCurrency(settings, each.pays)})`)),
    losers: told.losers ?? 0,
    time: () => durationInWords(seconds * 1_000),
    left: told.left ?? 0,
    most: told.most ?? 0,
    rival: told.rival ?? '',
    times: told.times ?? 0,
    plays: () => own().plays,
    won: () => own().won - own().staked,
    best: () => own().best,
    streak: () => own().streak,
    staked: () => own().staked,
    longest_win: () => own().longestWin,
    longest_loss: () => own().longestLoss,
    all_plays: () => total().plays,
    all_won: () => total().won - total().staked,
    all_best: () => total().best,
  };
}

/** Who won in the round that was over last, of those in which anyone did. */
export function lastWinner(games: GamesView): string {
  let latest: { readonly at: number; readonly name: string } | undefined;
  for (const { id } of games.all()) {
    const { results = [], endedAt = 0 } = games.last(id) ?? {};
    const won = results.findLast(({ due, staked }) => due > staked);
    if (won !== undefined && endedAt >= (latest?.at ?? 0)) latest = { at: endedAt, name: won.name };
  }
  return latest?.name ?? '';
}
