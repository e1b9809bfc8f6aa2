import { Inject, Injectable } from '@nestjs/common';
import type { PlayedChange, Result } from '@gully/core/games';
import type { ChannelEvent } from '@gully/core/routines';
import { strangerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import { ChannelEvents } from '../events/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { ViewersService } from '../viewers/index.js';

/** Tells routines of games that ended, once that is on disk and where one of them waits for it. */
@Injectable()
export class GameAnnouncing {
  constructor(
    private readonly events: ChannelEvents,
    private readonly viewers: ViewersService,
    private readonly world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
    keepers: Keepers,
  ) {
    keepers.follow('played', (changes) => {
      // Games end all the time, and are listed as plays: nothing is told that nothing waits for.
      if (this.world.now().routines.forEvent('played').length === 0) return;
      for (const change of changes) if (change.round.over === 'ended') this.happen(change);
    });
  }

  /** The end of a round is about the player who did best in it. */
  private happen({ round, at }: PlayedChange): void {
    const [best] = [...round.results].sort((a, b) => netOf(b) - netOf(a) || a.n - b.n);
    if (best === undefined) return;
    const viewer = this.viewers.facts(best.viewer) ?? strangerFacts(best.viewer, best.name, [], at);
    const won = round.results.filter((result) => netOf(result) > 0);
    const told = {
      stake: best.staked,
      pays: best.paid,
      result: best.shown,
      outcome: best.outcome,
      pot: round.plays.reduce((sum, { stake }) => sum + stake, 0),
      names: [...new Set(round.results.map(({ name }) => name))],
      winners: won.map(({ name, paid }) => ({ name, pays: paid })),
      losers: round.results.length - won.length,
    };
    const event: ChannelEvent = {
      ...{ id: newId(), kind: 'played', viewer, roles: viewer.roles, at },
      ...{ count: Math.max(0, netOf(best)), amount: '', message: round.title, recipient: '' },
      game: { id: round.game, told },
    };
    this.events.happened(event, [], null).catch((error: unknown) => {
      this.log.error({ error }, 'the end of a game could not be told to routines');
    });
  }
}

const netOf = ({ paid, staked }: Result): number => paid - staked;
