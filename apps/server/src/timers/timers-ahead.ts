import { Injectable } from '@nestjs/common';
import { chanceFrom } from '@gully/core/random';
import type { PreparedRoutine } from '@gully/core/routines';
import type { StreamState } from '@gully/core/stream';
import {
  forecast,
  newState,
  prepareTimer,
  timerBody,
  wentLive,
  type Firing,
  type Moment,
  type Timed,
  type Timer,
  type TimerBody,
} from '@gully/core/timers';
import { SettingsService } from '../settings/index.js';
import { BREATHING_ROOM } from './breathing.js';
import { ChatRates } from './rate.js';
import { TimersStore } from './timers.store.js';
import { TimerStandings } from './standings.js';

/** The timer open in the editor, as it stands there. */
export interface TimerDraft extends TimerBody {
  /** of the timer whose place it takes, or one that no timer has */
  readonly id: string;
}

export interface TimerAhead {
  readonly timed: Timed;
  readonly firing: Firing;
  /** undefined when what it runs is gone */
  readonly prepared: PreparedRoutine | undefined;
  readonly room: { readonly seconds: number };
  /** UTC milliseconds */
  readonly at: number;
}

const DAY_MS = 86_400_000;
/** A forecast made a moment later may differ by this much, and mean the same firing. */
const SAME_MS = 30_000;

/** What a rehearsal finds when its clock is moved to the next timer: the next mark of the forecast. */
@Injectable()
export class TimersAhead {
  constructor(
    private readonly store: TimersStore,
    private readonly standings: TimerStandings,
    private readonly settings: SettingsService,
    private readonly rates: ChatRates,
  ) {}

  /**
   * @param from UTC milliseconds the rehearsal's clock shows
   * @param fired when each timer fired in this rehearsal, by id
   * @returns the next that fires, or what keeps them from it, in words
   */
  async next(
    from: number,
    fired: ReadonlyMap<string, number>,
    stream: StreamState,
    draft: TimerDraft | undefined,
    rate: number | undefined,
  ): Promise<TimerAhead | { readonly none: readonly string[] }> {
    const real = this.standings.moment();
    // In a rehearsal the room is always there.
    const moment: Moment = { ...real, stream, connected: true };
    const began = stream.live && !real.stream.live;
    const timers = withDraft(this.store.timed(), draft, real.running).map((timed) =>
      began ? { ...timed, state: wentLive(timed.state, real.running) } : timed,
    );
    const room = this.settings.get(BREATHING_ROOM).value;
    const { firings, silent } = forecast({
      timers,
      said: this.store.said,
      room,
      moment,
      span: from - moment.at + DAY_MS,
      lines: rate ?? (await this.rates.now()).usual,
      replies: 0,
      chance: chanceFrom(() => 0.5),
    });
    const firing = firings.find(({ timer, at }) => {
      const when = moment.at + at;
      return when >= from - 2_000 && Math.abs(when - (fired.get(timer) ?? -Infinity)) > SAME_MS;
    });
    const timed = timers.find(({ timer }) => timer.id === firing?.timer);
    if (firing === undefined || timed === undefined)
      return {
        none: silent.map(({ timer, words }) => {
          const name = timers.find((each) => each.timer.id === timer)?.timer.name ?? '';
          return `${name}: ${words}`;
        }),
      };
    const { timer } = timed;
    const prepared =
      timer.id === draft?.id && timer.does === 'say' ? prepareTimer(timer) : this.store.preparedOf(timer);
    return { timed, firing, prepared, room, at: moment.at + firing.at };
  }
}

function withDraft(all: readonly Timed[], draft: TimerDraft | undefined, running: number): Timed[] {
  if (draft === undefined) return [...all];
  const { id } = draft;
  const timer: Timer = { ...timerBody(draft), id };
  const saved = all.find((timed) => timed.timer.id === id);
  const state = saved?.state ?? newState(running);
  return [...all.filter((timed) => timed !== saved), { timer, state }];
}
