import {
  gameSays,
  playGame,
  prepareGame,
  sayingOf,
  tickRound,
  type GameBody,
  type PreparedGame,
} from '@gully/core/games';
import type { Role } from '@gully/core/chat';
import {
  NO_GAMES,
  NO_TALLY,
  tallyAfter,
  type GamesView,
  type PlayDecision,
  type PlayedChange,
  type Round,
  type Tally,
} from '@gully/core/games';
import { chanceFrom } from '@gully/core/random';
import { followed } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { seededNumbers } from '@gully/standin/crowd';
import { GAME } from '../../commands/demo/index.js';
import { idsInOrder } from '../../database/index.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { EVERYBODY, writePlays } from '../play-rows.js';
import { GameRow } from '../rows.js';
import { DEMO_GAMES, GENEROUS_REELS } from './games.js';

const SEED = 7_741;
/** The share of the season after which the reels were put right. */
const FIXED_AFTER = 0.4;
/** How many lines it takes, on average, until someone challenges someone. */
const DUELS = 24;
/** Milliseconds before the end in which no round is opened. */
const LAST_MS = 600_000;

/** How many lines of someone it takes, on average, until they play without being asked by the crowd. */
const PLAYS: readonly (readonly [game: string, lines: number, typed: readonly string[]])[] = [
  [GAME.toss, 3, ['5', '10', '10%', 'half', '20']],
  [GAME.reels, 2, ['5', '5', '10', '20']],
  [GAME.wheel, 30, ['']],
  [GAME.descent, 16, ['5', '10', '20', '25%']],
  [GAME.boiler, 10, ['']],
];

/** The demo's games, and what was played of them in the season: decided by the same code as live. */
export const gamesPart: MakeDemoPart = (stage) => {
  const chance = chanceFrom(seededNumbers(SEED));
  const idAt = idsInOrder();
  const first = stage.evenings.find(({ bare }) => bare !== true);
  const fixedAt = first === undefined ? 0 : first.began + (stage.now - first.began) * FIXED_AFTER;
  const now = new Map(
    Object.entries(DEMO_GAMES).map(([id, body]) => [id, prepareGame(id, id === GAME.reels ? 2 : 1, body)]),
  );
  const before = prepareGame(GAME.reels, 1, GENEROUS_REELS);
  let at = stage.begin;
  const find = (id: string): PreparedGame | undefined =>
    id === GAME.reels && at < fixedAt ? before : now.get(id);
  const rounds = new Map<string, Round>();
  const tallies = new Map<string, Tally>();
  const lastOver = new Map<string, number>();
  const played: PlayedChange[] = [];
  const guests = new Map<string, ViewerFacts>();
  const wishes: Wanted[] = [];
  const view: GamesView = {
    ...NO_GAMES,
    all: () => [...now.keys()].flatMap((id) => find(id) ?? []),
    find,
    rounds: (game) => [...rounds.values()].filter((round) => round.game === game),
    lastOver: (game) => lastOver.get(game),
    tally: (game, viewer) => tallies.get(`${game} ${viewer}`) ?? NO_TALLY,
    total: (game) => tallies.get(`${game} ${EVERYBODY}`) ?? NO_TALLY,
    named: (name) => guests.get(name),
    play: (world, id, wish, asked) => {
      at = asked.at;
      const game = find(id);
      if (game === undefined) return { fault: 'there is no such game' };
      // None is open when the demo begins: what Gully was stopped in the middle of is given back.
      if (!game.kind.instant && stage.now - asked.at < LAST_MS)
        return { fault: `${game.name} is not open just now` };
      return playGame(world, game, wish, asked);
    },
  };
  const keep = (change: PlayedChange): void => {
    const { round, results, levels } = change;
    played.push(change);
    if (round.over === undefined) rounds.set(round.id, round);
    else rounds.delete(round.id);
    if (round.endedAt !== undefined) lastOver.set(round.game, round.endedAt);
    for (const result of results)
      for (const viewer of [result.viewer, EVERYBODY]) {
        const key = `${round.game} ${viewer}`;
        tallies.set(key, tallyAfter(tallies.get(key) ?? NO_TALLY, result, change.at));
      }
    for (const [viewer, level] of levels) {
      const key = `${round.game} ${viewer}`;
      tallies.set(key, { ...(tallies.get(key) ?? NO_TALLY), level });
    }
  };
  const take = (decision: PlayDecision | undefined): void => {
    if (decision !== undefined && 'changes' in decision)
      for (const change of decision.changes) stage.take(change);
  };
  return {
    look: () => ({
      games: view,
      gameTexts: {
        of: (id, said, drawn) => {
          const body = find(id)?.body;
          return body === undefined ? undefined : gameSays(id, body, said, drawn);
        },
      },
    }),
    records: { played: keep },
    began() {
      guests.clear();
    },
    came(viewer, roles, when) {
      if (viewer.bot || viewer.ignored || roles.includes('streamer')) return;
      guests.set(viewer.name, viewer);
      if (!stage.world().stream.live) return;
      for (const [game, lines, typed] of PLAYS)
        if (chance.below(lines) === 0)
          wishes.push({
            viewer,
            roles,
            game,
            typed: typed[chance.below(typed.length)] ?? '',
            at: when,
            mark: idAt(when),
          });
      challenge(viewer, roles, when);
    },
    due(when) {
      at = when;
      for (const { game, viewer, roles, typed, mark, at: asked } of wishes.splice(0)) {
        const by = `viewer:${viewer.id}` as const;
        take(view.play(stage.world(), game, { does: 'play', viewer, roles, typed }, { by, at: asked, mark }));
      }
      const due = [...rounds.values()].find(({ until }) => until !== undefined && until <= when);
      const game = find(due?.game ?? '');
      if (due === undefined || game === undefined) return undefined;
      const decision = tickRound(stage.world(), game, due, { by: 'gully', at: when, mark: idAt(when) });
      take(decision);
      if (decision === undefined || 'fault' in decision) {
        rounds.delete(due.id);
        return undefined;
      }
      const opener = due.plays[0];
      const viewer = guests.get(opener?.name ?? '') ?? strangerFacts('', opener?.name ?? '', [], when);
      const world = stage.world();
      const begins = sayingOf(world, game, decision.says, { viewer, at: when, id: idAt(when) });
      const [started] = followed({ changes: [], begins }, world).started;
      if (started === undefined) return undefined;
      return { subject: `Game ${game.name}`, told: 'went on', because: `of the game ${game.name}`, started };
    },
    async store(manager) {
      for (const [id, { version }] of now) {
        const body = DEMO_GAMES[id] ?? GENEROUS_REELS;
        const row = {
          id,
          name: body.name,
          version,
          changedAt: version === 1 ? stage.begin : fixedAt,
          deletedAt: null,
        };
        await manager.insert(GameRow, { ...row, body: JSON.stringify(body) });
        if (version > 1)
          await writeVersion(
            manager,
            'game',
            { ...row, version: 1, changedAt: stage.begin },
            GENEROUS_REELS,
            'streamer',
          );
        await writeVersion(manager, 'game', row, body, 'streamer');
      }
      writePlays(manager, played, bodyIn);
    },
  };

  /** Now and then someone challenges another of those who are there, who mostly accepts. */
  function challenge(viewer: ViewerFacts, roles: readonly Role[], since: number): void {
    if (chance.below(DUELS) !== 0) return;
    const others = [...guests.values()].filter(({ id }) => id !== viewer.id);
    const rival = others[chance.below(Math.max(1, others.length))];
    if (rival === undefined) return;
    const game = GAME.bridge;
    const stake = [5, 5, 10, 20][chance.below(4)] ?? 5;
    wishes.push({
      viewer,
      roles,
      game,
      typed: `${rival.name} ${String(stake)}`,
      at: since,
      mark: idAt(since),
    });
    const typed = chance.below(6) === 0 ? 'decline' : 'accept';
    wishes.push({ viewer: rival, roles: rival.roles, game, typed, at: since, mark: idAt(since) });
  }

  function bodyIn(id: string, version: number): GameBody | undefined {
    return id === GAME.reels && version === 1 ? GENEROUS_REELS : DEMO_GAMES[id];
  }
};

interface Wanted {
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  readonly game: string;
  readonly typed: string;
  readonly at: number;
  readonly mark: string;
}
