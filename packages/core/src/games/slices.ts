import { amountOfCurrency, type PurseView } from '../currency/index.js';
import type { Slice } from '../layers/index.js';
import type { PlayedChange, Result, Round } from './round.js';
import { tallyAfter, type Tally } from './tally.js';
import type { GamesView, Heard, HeardChange } from './view.js';

interface Games {
  readonly games: GamesView;
  readonly purse: PurseView;
}

/** What was played, above games that are only read. */
export const PLAYED: Slice<Games, PlayedChange> = {
  begin() {
    const rounds = new Map<string, Round>();
    const over = new Map<string, number>();
    const last = new Map<string, Round>();
    const results: { readonly game: string; readonly result: Result; readonly at: number }[] = [];
    const levels = new Map<string, number>();
    const added = (tally: Tally, fits: (each: (typeof results)[number]) => boolean): Tally =>
      results.filter(fits).reduce((sum, { result, at }) => tallyAfter(sum, result, at), tally);
    return {
      over: ({ games: under }) => ({
        games: {
          ...under,
          rounds: (game) => {
            const before = under.rounds(game).filter(({ id }) => !rounds.has(id));
            const here = [...rounds.values()].filter((each) => each.game === game && each.over === undefined);
            return [...before, ...here].sort((a, b) => a.startedAt - b.startedAt || (a.id < b.id ? -1 : 1));
          },
          last: (game) => last.get(game) ?? under.last(game),
          lastOver: (game) => later(over.get(game), under.lastOver(game)),
          tally: (game, viewer) => {
            const tally = added(
              under.tally(game, viewer),
              (each) => each.game === game && each.result.viewer === viewer,
            );
            const level = levels.get(`${game} ${viewer}`);
            return level === undefined ? tally : { ...tally, level };
          },
          total: (game) => added(under.total(game), (each) => each.game === game),
        },
      }),
      apply: ({ round, results: some, levels: changed, at }) => {
        rounds.set(round.id, round);
        if (round.over === 'ended') last.set(round.game, round);
        if (round.endedAt !== undefined && round.over === 'ended')
          over.set(round.game, Math.max(over.get(round.game) ?? 0, round.endedAt));
        for (const result of some) results.push({ game: round.game, result, at });
        for (const [viewer, level] of changed) levels.set(`${round.game} ${viewer}`, level);
      },
    };
  },
  words: (change, { world }) => wordsOf(change, world.purse),
};

/** Lines that are kept for games that listen. */
export const HEARD_LINES = 40;

/** What was written, above what was heard before. */
export const HEARD: Slice<Pick<Games, 'games'>, HeardChange> = {
  begin() {
    const lines: Heard[] = [];
    return {
      over: ({ games: under }) => ({
        games: { ...under, heard: () => [...under.heard(), ...lines].slice(-HEARD_LINES) },
      }),
      apply: ({ line }) => {
        lines.push(line);
      },
    };
  },
  words: () => [],
};

function later(a: number | undefined, b: number | undefined): number | undefined {
  return a === undefined || b === undefined ? (a ?? b) : Math.max(a, b);
}

function wordsOf({ round, play, results }: PlayedChange, { settings }: PurseView): string[] {
  const { title, plays, over } = round;
  if (over === 'stopped') return [`stops ${title}, and gives the stakes back`];
  if (over === 'restart') return [`gives back what was staked in ${title}`];
  if (over === 'ended' && plays.length > 1)
    return [
      `ends a round of ${title} with ${String(new Set(plays.map(({ viewer }) => viewer)).size)} players`,
    ];
  const [result] = results;
  if (result !== undefined)
    return [
      `${title}: ${result.name} ${result.shown === '' ? 'plays' : `gets ${result.shown}`}, and ${
        result.paid > 0 ? amountOfCurrency(settings, result.paid) : 'nothing'
      } back`,
    ];
  if (play === undefined) return [`goes on with ${title}`];
  if (play.does === 'open') return [`opens ${title}`];
  return [`${play.name} ${play.n === 0 ? 'begins' : 'joins'} ${title}`];
}
