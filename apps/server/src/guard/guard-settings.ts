import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  blockedBy,
  guardFaults,
  guardOff,
  prepareGuard,
  readGuardSettings,
  type BlockedPhrase,
  type GuardSettings,
  type PhraseGroupBody,
  type PreparedGuard,
} from '@gully/core/guard';
import type { NamedViewer } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { Problem } from '../problem/index.js';
import { SettingsService, type Setting, type SettingOf } from '../settings/index.js';
import { AllThings } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { PhraseGroupsStore } from './phrase-groups.store.js';
import { WordLists } from './word-lists.js';

/** The guard’s settings. */
export const GUARD: SettingOf<GuardSettings> = { name: 'guard', fallback: guardOff() };

/** What the guard is set to, and made ready. */
@Injectable()
export class GuardSettingsService {
  private ready:
    { readonly of: unknown; readonly groups: unknown; readonly guard: PreparedGuard } | undefined;

  constructor(
    private readonly settings: SettingsService,
    private readonly activity: ActivityService,
    private readonly groups: PhraseGroupsStore,
    private readonly wordLists: WordLists,
    private readonly viewers: ViewersService,
    things: AllThings,
  ) {
    // A rehearsal takes what is edited as if it were saved.
    things.addDraftable<GuardSettings>('guard', {
      readDraft: (given, at) => this.check(given, at),
      inForce: (world, _, body) => ({ ...world, guard: { ...world.guard, prepared: this.prepare(body) } }),
    });
  }

  /** Settings of before a filter existed have it as in a guard that looks at nothing. */
  now(): Setting<GuardSettings> {
    const { value, version } = this.settings.get(GUARD);
    return { value: readGuardSettings(value), version };
  }

  prepared(): PreparedGuard {
    const of = this.settings.get(GUARD).value;
    const groups = this.groups.all();
    if (this.ready?.of !== of || this.ready.groups !== groups)
      this.ready = { of, groups, guard: this.prepare(readGuardSettings(of), groups) };
    return this.ready.guard;
  }

  /** Settings with all that is blocked elsewhere, made ready. */
  prepare(settings: GuardSettings, groups?: readonly PhraseGroupBody[]): PreparedGuard {
    return prepareGuard(this.whole(settings, groups));
  }

  /** Settings with all blocked phrases put in: those of groups, and of ready-made lists. */
  whole(settings: GuardSettings, groups: readonly PhraseGroupBody[] = this.groups.all()): GuardSettings {
    return withBlocked(settings, groups, this.wordLists.blockedBy(settings));
  }

  read(given: unknown): GuardSettings {
    return readGuardSettings(given);
  }

  /** @throws Problem 422 with the faults by their places */
  check(given: unknown, at = ''): GuardSettings {
    const settings = readGuardSettings(given);
    const faults = Object.fromEntries(
      Object.entries(guardFaults(settings)).map(([place, words]) => [at + place, words]),
    );
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
    const saved = await this.settings.set(GUARD, await this.bound(this.check(given)), version, actor);
    const on = Object.values(saved.value.filters).filter(({ enabled }) => enabled).length;
    this.activity.record('changed', 'Guard', `changed: ${String(on)} filters are on`, actor);
    return saved;
  }

  /** With the viewers it names bound to who they are. */
  private async bound(settings: GuardSettings): Promise<GuardSettings> {
    const { filters, never } = settings;
    const named = [...never.viewers, ...Object.values(filters).flatMap(({ exempt }) => exempt)];
    const bound = await this.viewers.bind(named);
    const bind = (each: NamedViewer): NamedViewer => bound.get(each) ?? each;
    const rules = Object.entries(filters).map(([name, rule]) => [
      name,
      { ...rule, exempt: rule.exempt.map(bind) },
    ]);
    return {
      ...settings,
      filters: Object.fromEntries(rules) as GuardSettings['filters'],
      never: { ...never, viewers: never.viewers.map(bind) },
    };
  }
}

/** Settings with blocked phrases put in: those of groups that are on, and more. */
export function withBlocked(
  settings: GuardSettings,
  groups: readonly PhraseGroupBody[],
  more: readonly BlockedPhrase[],
): GuardSettings {
  const { phrases } = settings.filters;
  const blocked = [...groups.filter(({ enabled }) => enabled).flatMap(blockedBy), ...more];
  const rule = { ...phrases, settings: { ...phrases.settings, phrases: blocked } };
  return { ...settings, filters: { ...settings.filters, phrases: rule } };
}
