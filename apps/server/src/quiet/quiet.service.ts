import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { NOT_QUIET, quietInWords, type Quiet, type QuietLevel } from '@gully/core/quiet';
import { ActivityService } from '../activity/index.js';
import { ChannelWorld } from '../live/index.js';
import { SettingsService, type Setting, type SettingOf } from '../settings/index.js';

const QUIET: SettingOf<Quiet> = { name: 'quiet', fallback: NOT_QUIET };

/** Whether the bot is kept quiet. A restart does not lift it. */
@Injectable()
export class QuietService {
  constructor(
    private readonly settings: SettingsService,
    private readonly activity: ActivityService,
    world: ChannelWorld,
  ) {
    world.add('quiet', { look: () => this.now().value });
  }

  now(): Setting<Quiet> {
    return this.settings.get(QUIET);
  }

  /** @param minutes from now; null until it is lifted */
  async set(
    level: QuietLevel | 'off',
    minutes: number | null,
    version: number,
    actor: Actor,
  ): Promise<Setting<Quiet>> {
    const until = level === 'off' || minutes === null ? null : Date.now() + minutes * 60_000;
    const saved = await this.settings.set(QUIET, { level, until }, version, actor);
    const words =
      level === 'off'
        ? 'is lifted'
        : `is on: ${quietInWords(level)}${minutes === null ? '' : `, for ${String(minutes)} min`}`;
    this.activity.record('changed', 'Quiet', words, actor);
    return saved;
  }
}
