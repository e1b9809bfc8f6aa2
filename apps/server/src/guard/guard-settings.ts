import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  guardFaults,
  guardOff,
  prepareGuard,
  readGuardSettings,
  type GuardSettings,
  type PreparedGuard,
} from '@gully/core/guard';
import { ActivityService } from '../activity/index.js';
import { Problem } from '../problem/index.js';
import { SettingsService, type Setting, type SettingOf } from '../settings/index.js';

/** The guard’s settings. */
export const GUARD: SettingOf<GuardSettings> = { name: 'guard', fallback: guardOff() };

/** What the guard is set to, and made ready. */
@Injectable()
export class GuardSettingsService {
  private ready: { readonly of: unknown; readonly guard: PreparedGuard } | undefined;

  constructor(
    private readonly settings: SettingsService,
    private readonly activity: ActivityService,
  ) {}

  /** Settings of before a filter existed have it as in a guard that looks at nothing. */
  now(): Setting<GuardSettings> {
    const { value, version } = this.settings.get(GUARD);
    return { value: readGuardSettings(value), version };
  }

  prepared(): PreparedGuard {
    const of = this.settings.get(GUARD).value;
    if (this.ready?.of !== of) this.ready = { of, guard: this.prepare(readGuardSettings(of)) };
    return this.ready.guard;
  }

  /** Settings with all that is blocked elsewhere, made ready. */
  prepare(settings: GuardSettings): PreparedGuard {
    return prepareGuard(this.whole(settings));
  }

  /** Settings with all that is blocked elsewhere put in. */
  whole(settings: GuardSettings): GuardSettings {
    return settings;
  }

  read(given: unknown): GuardSettings {
    return readGuardSettings(given);
  }

  /** @throws Problem 422 with the faults by their places */
  check(given: unknown): GuardSettings {
    const settings = readGuardSettings(given);
    const faults = guardFaults(settings);
    const words = Object.values(faults);
    if (words.length > 0)
      throw new Problem(
        422,
        'The guard is not changed',
        `${[...new Set(words)].slice(0, 3).join('. ')}. Your changes are kept on this page.`,
        { fields: faults },
      );
    return settings;
  }

  async set(given: unknown, version: number, actor: Actor): Promise<Setting<GuardSettings>> {
    const saved = await this.settings.set(GUARD, this.check(given), version, actor);
    const on = Object.values(saved.value.filters).filter(({ enabled }) => enabled).length;
    this.activity.record('changed', 'Guard', `changed: ${String(on)} filters are on`, actor);
    return saved;
  }
}
