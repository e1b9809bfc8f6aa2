import { Injectable } from '@nestjs/common';
import { foldName } from '@gully/core/text';
import { Performers, type EffectOf } from '../live/index.js';
import { TimersStore } from './timers.store.js';
import { Timing } from './timing.js';

/** Does what steps ask of timers. */
@Injectable()
export class TimersByStep {
  constructor(
    private readonly timing: Timing,
    private readonly store: TimersStore,
    performers: Performers,
  ) {
    performers.add('timer', (effect) => this.act(effect));
  }

  /** @returns why it could not be, or undefined */
  private async act({ does, timer: id, name }: EffectOf<'timer'>): Promise<string | undefined> {
    const timer =
      id === ''
        ? this.store.all().find((each) => foldName(each.name) === foldName(name))
        : this.store.find(id);
    if (timer === undefined) return `there is no timer called ${name}`;
    if (does === 'fire') return this.timing.tryToFire(timer.id, 'gully');
    await this.timing.hold(timer.id, does === 'hold');
    return undefined;
  }
}
