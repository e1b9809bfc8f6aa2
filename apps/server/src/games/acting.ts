import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  endRound,
  firstOf,
  namesInWords,
  sayingOf,
  stakersOf,
  tickOf,
  type PlayDecision,
  type Round,
} from '@gully/core/games';
import type { World } from '@gully/core/channel';
import { followed } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { ConnectionService } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { newId } from '../database/index.js';
import { Following } from '../events/index.js';
import { SELF } from '../live/index.js';
import { LiveChannel, type Job } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { AfterDeciding } from '../runs/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { join } from './joining.js';

interface Taken {
  readonly game: { readonly id: string; readonly name: string };
  readonly decision: PlayDecision;
  readonly viewer: ViewerFacts;
}

/** What happens in games beside what is typed: what people do in the control room, and what time and a restart bring about. */
@Injectable()
export class GameActing {
  constructor(
    private readonly following: Following,
    private readonly viewers: ViewersService,
    private readonly connection: ConnectionService,
    private readonly settings: ConnectionSettings,
    private readonly live: LiveChannel,
    private readonly after: AfterDeciding,
    private readonly activity: ActivityService,
  ) {}

  /** Opens a round by hand, stops what is going on, or plays as the streamer. */
  async act(id: string, does: 'open' | 'stop' | 'play', typed: string, actor: Actor): Promise<void> {
    const player = does === 'play' ? this.player() : undefined;
    const players = this.live.world
      .now()
      .games.rounds(id)
      .flatMap(({ plays }) => plays.map(({ viewer }) => viewer));
    const fault = await this.live.pipeline.do<string | undefined>({
      kind: 'game',
      actor,
      ...(player === undefined ? {} : { seen: [player] }),
      about: [...new Set(players)].filter((each) => each !== ''),
      texts: [typed],
      decide: (idOf) => {
        const world = this.live.world.now();
        const game = world.games.find(id);
        if (game === undefined) throw new Problem(404, 'There is no such game', 'It was deleted.');
        const at = Date.now();
        const asked = { by: actor, at, mark: newId(at) };
        const streamer = this.streamer(player === undefined ? SELF : idOf(player.key), at);
        const wish = { does, viewer: streamer, roles: streamer.roles, typed };
        const { decision, given } =
          does === 'play' && typed === ''
            ? join(world, game, wish, asked)
            : { decision: world.games.play(world, id, wish, asked), given: undefined };
        return this.taken(world, { game, decision, viewer: streamer }, at, (failed) => {
          const words = does === 'play' ? given?.words : ACTS[does];
          if (failed === undefined && words !== undefined)
            this.activity.record('changed', game.name, words, actor);
          return failed;
        });
      },
    });
    if (fault !== undefined)
      throw new Problem(409, 'Nothing was changed', `${fault.charAt(0).toUpperCase()}${fault.slice(1)}.`);
  }

  /** Takes a round on whose time has come. @param at UTC milliseconds, not before its time */
  tick(round: Round, at: number): Promise<void> {
    return this.live.pipeline.do(this.following.job(tickOf(round), at));
  }

  /** Gives back what was staked in rounds that Gully stopped in the middle of, and says so once. */
  giveBack(rounds: readonly Round[]): void {
    // The last one tells chat of them all, so it is one that someone staked in.
    const staked = rounds.filter((round) => stakersOf([round]).length > 0);
    const inOrder = [...rounds.filter((round) => !staked.includes(round)), ...staked];
    const names = stakersOf(staked);
    const titles = namesInWords([...new Set(staked.map(({ title }) => title))]);
    for (const [n, round] of inOrder.entries())
      this.live.pipeline.surely(
        this.jobOf([round.id], round.plays, (world) => {
          const at = Date.now();
          const now = world.games.rounds(round.game).find(({ id }) => id === round.id);
          if (now === undefined) return undefined;
          const decision = endRound(world, now, 'restart', { by: 'gully', at, mark: newId(at) });
          const isTold = n === inOrder.length - 1 && staked.length > 0;
          this.activity.record(
            'stopped',
            round.title,
            'stopped by a restart; the stakes are given back',
            'gully',
          );
          return {
            game: { id: now.game, name: now.title },
            decision:
              'fault' in decision || !isTold
                ? decision
                : { ...decision, says: { lines: ['restart'], told: { name: titles, names } } },
            viewer: firstOf(now, world, at),
          };
        }),
      );
  }

  private jobOf(
    ids: readonly string[],
    plays: Round['plays'],
    decide: (world: World) => Taken | undefined,
  ): Job {
    return {
      kind: 'game',
      actor: 'gully',
      about: [...new Set(plays.map(({ viewer }) => viewer))].filter((each) => each !== ''),
      decide: () => {
        const world = this.live.world.now();
        const taken = decide(world);
        if (taken === undefined) return { changes: [], done: () => undefined };
        return this.taken(world, taken, Date.now(), (failed) => {
          if (failed !== undefined) throw new Error(`a round could not go on (${ids.join(' ')}): ${failed}`);
        });
      },
    };
  }

  private taken<Result>(
    world: World,
    { game, decision, viewer }: Taken,
    at: number,
    done: (fault: string | undefined) => Result,
  ) {
    if ('fault' in decision) return { changes: [], done: () => done(decision.fault) };
    const begins = sayingOf(world, game, decision.says, { viewer, at, id: newId(at) });
    const { changes, effects, started } = followed({ changes: decision.changes, begins }, world);
    return {
      changes,
      done: () => {
        const who = viewer.id === SELF ? {} : { viewer: viewer.id };
        this.after.carryOut(effects, started, { because: `of the game ${game.name}`, ...who });
        return done(undefined);
      },
    };
  }

  private streamer(id: string, at: number): ViewerFacts {
    const name = this.settings.room.streamer || this.settings.channelName;
    return { ...(this.viewers.facts(id) ?? strangerFacts(id, name, [], at)), roles: ['streamer'] };
  }

  /** Who plays: the streamer, who may not have written yet. */
  private player(): Seen {
    const name = this.settings.room.streamer;
    if (name === '')
      throw new Problem(
        409,
        'You cannot join yet',
        'Gully does not know who the streamer is; say so under Connection.',
      );
    return { key: this.connection.identityOf(name, undefined), name, role: 'streamer', at: Date.now() };
  }
}

const ACTS = { open: 'opened by hand', stop: 'stopped, and the stakes given back' } as const;
