import { type Change, channelLayers, type World } from '../channel/index.js';
import { decideCommand } from '../commands/index.js';
import { escrowAccount, type Account } from '../currency/index.js';
import {
  blankGame,
  commandForGame,
  endRound,
  gameSays,
  listenTo,
  playGame,
  prepareGame,
  tickRound,
  type GameBody,
  type GameKindName,
} from '../games/index.js';
import { decideLine } from '../pipeline/index.js';
import {
  NO_GAMES,
  type AskedOfGame,
  type PlayDecision,
  type Round,
  type SaidOfGame,
} from '../games/index.js';
import { chanceFrom, type Chance } from '../random/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';
import { purseOf } from './purse.js';
import { command, line, saidIn, worldOf } from './world.js';

export const NAMES = ['pebblewren', 'quillrush', 'oxbowkid', 'siltlark'] as const;
export const START = 1_000;
const facts = (name: string): ViewerFacts => ({
  ...strangerFacts(`v-${name}`, name, [], 0),
  bot: name === 'gully',
});

/** A channel with games, in which what is played stays. */
export class Table {
  private readonly layers = channelLayers();
  private readonly under: World;
  readonly world: World;
  at = 1_000_000;
  private asked = 0;
  readonly rounds = new Map<string, Round>();
  /** what was said last */
  said: SaidOfGame | undefined;

  constructor(
    readonly bodies: Record<string, GameBody>,
    chance: Chance = chanceFrom(() => 0.5),
    private readonly cap: number | null = null,
  ) {
    const games = Object.entries(bodies).map(([id, body]) => prepareGame(id, 1, body));
    const find = (id: string) => games.find((each) => each.id === id);
    const held = Object.fromEntries(NAMES.map((name) => [`viewer:v-${name}`, { balance: START }]));
    this.under = worldOf(
      games.map(({ id }) => ({ ...command(`c-${id}`, '', {}), ...commandForGame(id, id) })),
      {
        purse: purseOf(held, { cap: this.cap }),
        chance,
        games: {
          ...NO_GAMES,
          all: () => games,
          find,
          listens: () => games.some(({ kind }) => kind.hear !== undefined),
          listen: (world, heard, asked) => listenTo(world, games, heard, asked),
          named: (name) => ([...NAMES, 'gully'].includes(name) ? facts(name) : undefined),
          play: (world, id, wish, asked) => {
            const game = find(id);
            return game === undefined
              ? { fault: 'that game was deleted' }
              : playGame(world, game, wish, asked);
          },
        },
        gameTexts: {
          of: (id, said, drawn) => {
            const body = find(id)?.body;
            return body === undefined ? undefined : gameSays(id, body, said, drawn);
          },
        },
      },
    );
    this.world = this.layers.over(this.under);
  }

  private ask(by: AskedOfGame['by'] = 'gully'): AskedOfGame {
    this.asked += 1;
    return { by, at: this.at, mark: `m${String(this.asked)}` };
  }

  take(decision: PlayDecision | undefined): string | undefined {
    if (decision === undefined) return undefined;
    if ('fault' in decision) return decision.fault;
    for (const change of decision.changes) this.apply(change);
    this.said = decision.says;
    return decision.says?.lines.join(' ') ?? '';
  }

  apply(change: Change): void {
    this.layers.apply(change, this.world);
    if (change.kind === 'played') this.rounds.set(change.round.id, change.round);
  }

  play(
    name: string,
    game: string,
    typed = '',
    does: 'play' | 'open' | 'stop' | 'stats' = 'play',
  ): string | undefined {
    const prepared = prepareGame(game, 1, this.bodies[game] ?? blankGame('oracle'));
    return this.take(
      playGame(this.world, prepared, { does, viewer: facts(name), roles: [], typed }, this.ask()),
    );
  }

  /** Time passes in all rounds. */
  later(seconds: number): (string | undefined)[] {
    this.at += seconds * 1_000;
    return Object.keys(this.bodies).flatMap((id) =>
      this.world.games
        .rounds(id)
        .map((round) =>
          this.take(
            tickRound(
              this.world,
              prepareGame(id, 1, this.bodies[id] ?? blankGame('oracle')),
              round,
              this.ask(),
            ),
          ),
        ),
    );
  }

  stop(over: 'stopped' | 'restart'): void {
    for (const id of Object.keys(this.bodies))
      for (const round of this.world.games.rounds(id))
        this.take(endRound(this.world, round, over, this.ask()));
  }

  has(name: string): number {
    return this.balance(`viewer:v-${name}`);
  }
  balance(account: Account): number {
    return this.world.purse.of(account)?.balance ?? Number.NaN;
  }
  escrow(): number {
    return [...this.rounds.keys()].reduce((sum, id) => sum + this.balance(escrowAccount(`game:${id}`)), 0);
  }
  /** All there is, which never changes. */
  sum(): number {
    const houses = (['issued', 'spent', 'fees'] as const).map((each) => this.balance(each));
    return [...houses, ...NAMES.map((name) => this.has(name)), this.escrow()].reduce((a, b) => a + b, 0);
  }
  /** Writes what is no command, and answers with what games say to it. */
  writes(name: string, text: string): string[] {
    const said = decideLine(
      { ...line(text, [], this.at), viewer: `v-${name}`, name, id: `l${String(this.at)}` },
      this.world,
    );
    for (const change of said.changes) this.apply(change);
    this.at += 2_000;
    return saidIn(said.effects);
  }
  type(name: string, text: string): string[] {
    const said = decideCommand(
      { ...line(text, [], this.at), viewer: `v-${name}`, name, id: `l${String(this.at)}` },
      this.world,
    );
    for (const change of said.changes) this.apply(change);
    this.at += 10_000;
    return saidIn(said.effects);
  }
}

/** A game of a kind, without a pause. */
export const game = (kind: GameKindName, more: Partial<GameBody> = {}, settings: object = {}): GameBody => {
  const body = { ...blankGame(kind), pause: 0, ...more };
  return { ...body, settings: { ...body.settings, ...settings } };
};
