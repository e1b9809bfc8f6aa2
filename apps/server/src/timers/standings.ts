import { Injectable } from '@nestjs/common';
import { holdsTimers } from '@gully/core/quiet';
import {
  decideTimers,
  standingInWords,
  timersInOrder,
  type BreathingRoom,
  type Moment,
  type Said,
} from '@gully/core/timers';
import { ConnectionService } from '../chat/index.js';
import { Environment } from '../configuration/index.js';
import { ChannelWorld } from '../live/index.js';
import { SettingsService } from '../settings/index.js';
import { StreamService } from '../stream/index.js';
import { BREATHING_ROOM } from './breathing.js';
import { TimersClock } from './clock.js';
import { TimersStore } from './timers.store.js';

/** Where the timers stand: what is due, what comes next, and what they look at for that. */
@Injectable()
export class TimerStandings {
  constructor(
    private readonly environment: Environment,
    private readonly store: TimersStore,
    private readonly clock: TimersClock,
    private readonly settings: SettingsService,
    private readonly stream: StreamService,
    private readonly connection: ConnectionService,
    private readonly world: ChannelWorld,
  ) {
    const view = { inWords: () => this.inWords(), nameOf: (id: string) => store.find(id)?.name };
    world.add('timers', { look: () => view });
  }

  get isConnected(): boolean {
    return this.connection.open;
  }

  moment(): Moment {
    return {
      running: this.store.running,
      at: this.clock.now(),
      stream: this.stream.state,
      timeZone: this.environment.GULLY_TIME_ZONE,
      connected: this.connection.open,
      quiet: holdsTimers(this.world.now().quiet, Date.now()),
    };
  }

  /** What timers keep between any two of them, and what they said lately. */
  spacing(): { readonly room: BreathingRoom; readonly said: readonly Said[] } {
    return { room: this.settings.get(BREATHING_ROOM).value, said: this.store.said };
  }

  due(): ReturnType<typeof decideTimers> {
    const { room, said } = this.spacing();
    return decideTimers(this.store.timed(), said, room, this.moment());
  }

  /** The next three and what they wait for, for a text. */
  private inWords(): string {
    const timers = this.store.timed().filter(({ timer }) => timer.enabled);
    const { room, said } = this.spacing();
    return timersInOrder(timers, said, room, this.moment())
      .slice(0, 3)
      .map(
        ({ timer, state, standing, roomIn }) =>
          `${timer.name} ${standingInWords(standing, timer.lines, state.lines, roomIn)}`,
      )
      .join('; ');
  }
}
