import { durationInWords } from '../text/index.js';
import { afford, readStake } from './stake.js';
import { nextPlace, stakersOf, type Play, type Result, type Round } from './round.js';
import type { AskedOfGame, PlayDecision, PlayWish, PlayWorld } from './view.js';
import { asPaid } from './as-paid.js';
import { GAME_LIMITS, type PreparedGame } from './game.js';
import type { Moment, PlayEnd, RoundStanding, Turn } from './kind.js';
import { pay } from './paying.js';
import { recorded } from './recording.js';

/** Decides what someone asks of a game: to play, to open a round by hand, to stop it, or how they did. */
export function playGame(
  world: PlayWorld,
  game: PreparedGame,
  wish: PlayWish,
  asked: AskedOfGame,
): PlayDecision {
  const { viewer } = wish;
  if (wish.does === 'stats' || /^stats$/iu.test(wish.typed.trim()))
    return { changes: [], says: { lines: ['stats'], told: {} }, words: `looks up ${viewer.name}` };
  const rounds = world.games.rounds(game.id);
  if (wish.does === 'stop') return stopAll(world, rounds, asked, game.name);
  if (!game.body.enabled) return { fault: `${game.name} is switched off`, forAll: true };
  if (game.kind.hear !== undefined) return { fault: `${game.name} is played by writing in chat` };
  if (wish.does === 'open') return openRound(world, game, rounds, wish, asked);
  return enterRound(world, game, rounds, wish, asked);
}

/** Plays for someone what was heard of them. */
export function playHeard(
  world: PlayWorld,
  game: PreparedGame,
  wish: PlayWish,
  asked: AskedOfGame,
): PlayDecision {
  return enterRound(world, game, [], wish, asked);
}

function enterRound(
  world: PlayWorld,
  game: PreparedGame,
  rounds: readonly Round[],
  { viewer, roles, typed }: PlayWish,
  asked: AskedOfGame,
): PlayDecision {
  const { kind, body } = game;
  if (viewer.bot) return { fault: 'bots do not play' };
  const round = kind.mine === undefined ? rounds[0] : kind.mine(rounds, viewer.id);
  if (round === undefined) {
    const rest = restFault(world, game, asked.at);
    if (rest !== undefined) return { fault: rest, forAll: true };
    if (body.begins === 'hand') return { fault: `${game.name} is not open right now`, forAll: true };
  } else if (round.plays.length >= GAME_LIMITS.plays)
    return { fault: `this round of ${game.name} is full`, forAll: true };
  const chance = recorded(world.chance);
  const moment = momentOf(game, round, chance, asked.at);
  const again = kind.again?.(viewer.id, moment);
  if (again !== undefined) return { changes: [], says: again, words: `tells ${viewer.name} again` };
  const { settings } = world.purse;
  const purse = {
    settings,
    balance: settings.enabled ? world.purse.of(`viewer:${viewer.id}`)?.balance : undefined,
  };
  const first = round?.plays[0];
  // Whoever answers a challenge stakes what was challenged.
  const read =
    kind.rival === true && first !== undefined
      ? afford(first.stake, typed.trim(), purse)
      : readStake(typed, kind.typed, body.stake, purse);
  if ('fault' in read) return read;
  const isNaming = kind.rival === true && round === undefined && kind.isAnswer?.(read.rest) !== true;
  const rival = isNaming ? rivalOf(world, read.rest) : undefined;
  if (rival !== undefined && 'fault' in rival) return rival;
  const { level } = world.games.tally(game.id, viewer.id);
  const stake = kind.staked === 'nothing' ? 0 : read.stake;
  const entering = {
    ...{ viewer: viewer.id, name: viewer.name, stake, level, roles },
    // Someone else's name is kept once, where it is found when they are erased.
    ...(rival === undefined ? { typed: read.rest } : { typed: '', rival }),
  };
  const n = round === undefined ? 0 : nextPlace(round);
  const turn = kind.enter({ ...entering, n }, moment);
  if ('fault' in turn) return turn;
  const { roles: _, ...entered } = entering;
  const play: Play = {
    ...entered,
    n,
    // Whoever turns it down stakes nothing.
    stake: turn.over === 'returned' ? 0 : stake,
    at: asked.at,
    numbers: chance.numbers,
    does: 'play',
  };
  return take(world, game, round, turn, { play }, asked);
}

function openRound(
  world: PlayWorld,
  game: PreparedGame,
  rounds: readonly Round[],
  { viewer }: PlayWish,
  asked: AskedOfGame,
): PlayDecision {
  const { kind } = game;
  if (kind.open === undefined) return { fault: `${game.name} begins when someone plays it` };
  if (rounds.length > 0) return { fault: `${game.name} is open already` };
  const chance = recorded(world.chance);
  const turn = kind.open(momentOf(game, undefined, chance, asked.at));
  if ('fault' in turn) return turn;
  const { name } = viewer;
  const play: Play = {
    ...{ n: 0, viewer: '', name, stake: 0, typed: '', at: asked.at, level: 0, does: 'open' },
    numbers: chance.numbers,
  };
  return take(world, game, undefined, turn, { play }, asked);
}

/** Decides what time brings about in a round; undefined where there is nothing yet. */
export function tickRound(
  world: PlayWorld,
  game: PreparedGame,
  round: Round,
  asked: AskedOfGame,
): PlayDecision | undefined {
  if (round.until === undefined || asked.at < round.until || game.kind.tick === undefined) return undefined;
  const chance = recorded(world.chance);
  const turn = game.kind.tick(momentOf(game, round, chance, asked.at));
  if ('fault' in turn) return turn;
  const tick = { n: nextPlace(round), at: asked.at, numbers: chance.numbers };
  return take(world, game, round, turn, { tick }, asked);
}

/** Ends rounds as if they had not been: every stake goes back. */
export function endRound(
  world: PlayWorld,
  round: Round,
  over: 'stopped' | 'restart',
  asked: AskedOfGame,
): PlayDecision {
  const money = { results: [], rest: 'back' } as const;
  const paid = pay(world.purse, round, money, { ...asked, mark: `${round.id}:${over}` });
  if ('fault' in paid) return paid;
  const ended: Round = { ...round, over, endedAt: asked.at, until: undefined };
  const { by, at } = asked;
  return {
    changes: [
      { kind: 'played', round: ended, results: [], levels: [], by, at },
      ...(paid.posted === undefined ? [] : [paid.posted]),
    ],
    says: undefined,
    words: `stops ${round.title}`,
  };
}

function stopAll(world: PlayWorld, rounds: readonly Round[], asked: AskedOfGame, name: string): PlayDecision {
  if (rounds.length === 0) return { fault: `${name} is not being played` };
  const ended = rounds.map((round) => endRound(world, round, 'stopped', asked));
  const failed = ended.find((each) => 'fault' in each);
  if (failed !== undefined) return failed;
  const changes = ended.flatMap((each) => ('changes' in each ? each.changes : []));
  const says = { lines: ['stopped'], told: { names: stakersOf(rounds) } };
  return { changes, says, words: `stops ${name}` };
}

/** Takes what a kind decided into changes: how the round stands, and what is paid. */
function take(
  world: PlayWorld,
  { id, name, version, body }: PreparedGame,
  before: Round | undefined,
  turn: Exclude<Turn<unknown>, { readonly fault: string }>,
  what: { readonly play: Play } | { readonly tick: NonNullable<Round['ticks'][number]> },
  asked: AskedOfGame,
): PlayDecision {
  const { by, at, mark } = asked;
  const begun: Round = before ?? {
    ...{ id: mark, game: id, title: name, kind: body.kind, version, settings: body.settings, startedAt: at },
    ...{ until: undefined, state: undefined, plays: [], ticks: [], results: [] },
    ...{ over: undefined, endedAt: undefined },
  };
  const play = 'play' in what ? what.play : undefined;
  const plays = play === undefined ? begun.plays : [...begun.plays, play];
  const ticks = 'tick' in what ? [...begun.ticks, what.tick] : begun.ticks;
  const byPlace = new Map(plays.map((each) => [each.n, each]));
  const results = (turn.ends ?? []).flatMap((end) => resultOf(end, byPlace.get(end.n)) ?? []);
  const paid = pay(
    world.purse,
    { ...begun, plays },
    {
      ...(play === undefined ? {} : { staked: play }),
      results,
      rest: turn.over === undefined ? 'waits' : turn.over === true ? 'kept' : 'back',
    },
    asked,
  );
  if ('fault' in paid) return paid;
  const round: Round = {
    ...begun,
    until: turn.over === undefined ? turn.until : undefined,
    state: turn.state,
    plays,
    ticks,
    results: [...begun.results, ...paid.results],
    over: turn.over === undefined ? undefined : 'ended',
    endedAt: turn.over === undefined ? undefined : at,
  };
  const levels = turn.level === undefined || play === undefined ? [] : [[play.viewer, turn.level] as const];
  const [only] = paid.results;
  return {
    changes: [
      { kind: 'played', round, ...what, results: paid.results, levels, by, at },
      ...(paid.posted === undefined ? [] : [paid.posted]),
    ],
    says: asPaid(turn.says, paid.results),
    words: only === undefined || paid.results.length > 1 ? name : `${name}: ${only.shown}`,
  };
}

function resultOf(end: PlayEnd, play: Play | undefined): Result | undefined {
  if (play === undefined) return undefined;
  return {
    n: play.n,
    viewer: play.viewer,
    name: play.name,
    outcome: end.outcome,
    variant: end.variant ?? '',
    level: play.level,
    staked: play.stake,
    due: end.paid,
    paid: end.paid,
    shown: end.shown ?? '',
  };
}

function momentOf(
  { body }: Pick<PreparedGame, 'body'>,
  round: Round | undefined,
  chance: Moment<never, never>['chance'],
  at: number,
): Moment<PreparedGame['body']['settings'], unknown> {
  const standing: RoundStanding<unknown> | undefined = round;
  const settings = (round?.settings ?? body.settings) as PreparedGame['body']['settings'];
  return { settings, stake: body.stake, chance, at, round: standing };
}

/** Why no new round may begin yet. */
function restFault({ games }: PlayWorld, { id, name, body }: PreparedGame, at: number): string | undefined {
  const last = games.lastOver(id);
  if (last === undefined || body.pause === 0 || last > at) return undefined;
  const wait = last + body.pause * 1_000 - at;
  return wait > 0 ? `${durationInWords(wait)} until ${name} can be played again` : undefined;
}

function rivalOf(
  { games }: PlayWorld,
  typed: string,
): { readonly viewer: string; readonly name: string } | { readonly fault: string } {
  const name = typed.trim().replace(/^@/u, '');
  if (name === '') return { fault: 'name whom you challenge' };
  const found = games.named(name);
  if (found === undefined) return { fault: `no viewer called ${name} has ever been here` };
  if (found.bot) return { fault: `you cannot challenge ${found.name}, which is a bot` };
  return { viewer: found.id, name: found.name };
}
