import { Injectable } from '@nestjs/common';
import {
  BLANK_GROUP,
  GROUPS_LIMIT,
  phraseGroupBody,
  phraseEntryFault,
  phraseGroupFaults,
  type PhraseGroupBody,
} from '@gully/core/guard';
import type { World } from '@gully/core/channel';
import type { Faults } from '@gully/core/routines';
import { In } from 'typeorm';
import { breather, type EntityManager } from '../database/index.js';
import { ThingParts, Things, type Head } from '../things/index.js';
import { GuardSettingsService } from './guard-settings.js';
import { PhraseGroupsStore, readGroup, writeGroup, type StoredGroup } from './phrase-groups.store.js';
import { PhraseGroupBodyDto } from './phrase-views.js';
import { PhraseGroupRow } from './rows.js';

/** Phrases from which a group counts as long. */
const LONG = 500;

/** Makes, changes, removes and puts back groups of blocked phrases. */
@Injectable()
export class PhraseGroupsService extends Things<'phrase-group', StoredGroup> {
  protected readonly most = GROUPS_LIMIT;
  protected readonly bodyShape = PhraseGroupBodyDto;

  constructor(
    parts: ThingParts,
    private readonly store: PhraseGroupsStore,
    private readonly settings: GuardSettingsService,
  ) {
    super('phrase-group', parts);
  }

  all(): readonly StoredGroup[] {
    return this.store.all();
  }
  find(id: string): StoredGroup | undefined {
    return this.store.find(id);
  }
  bodyOf(group: StoredGroup): PhraseGroupBody {
    return phraseGroupBody(group);
  }
  made(body: PhraseGroupBody, head: Head): StoredGroup {
    return { ...phraseGroupBody(body), ...head };
  }
  readBody(given: object): PhraseGroupBody {
    return phraseGroupBody(given as PhraseGroupBody);
  }

  inForce(world: World, id: string, body: PhraseGroupBody): World {
    const groups = [...this.store.all().filter((each) => each.id !== id), body];
    const prepared = this.settings.prepare(this.settings.now().value, groups);
    return { ...world, guard: { ...world.guard, prepared } };
  }

  /** Each version is a copy of all phrases; of long groups fewer are kept. */
  protected override versionsKept({ entries }: PhraseGroupBody): number {
    return entries.length > LONG ? 5 : super.versionsKept(BLANK_GROUP);
  }
  protected tidied(body: PhraseGroupBody): PhraseGroupBody {
    const entries = body.entries.map((entry) => ({ ...entry, text: entry.text.trim() }));
    return { ...body, name: body.name.trim(), entries: entries.filter(({ text }) => text !== '') };
  }
  protected async faultsOf(group: StoredGroup, together: readonly StoredGroup[]): Promise<Faults> {
    const others = [...this.store.all(), ...together].filter(({ id }) => id !== group.id);
    const faults: Faults = phraseGroupFaults({ ...group, entries: [] }, others);
    const pause = breather();
    for (const [at, entry] of group.entries.entries()) {
      await pause();
      const fault = phraseEntryFault(entry);
      if (fault !== undefined) faults[`entries.${String(at)}`] = fault;
    }
    return faults;
  }
  protected completed(body: Partial<PhraseGroupBody>): PhraseGroupBody {
    return phraseGroupBody({ ...BLANK_GROUP, ...body });
  }
  protected async deleted(ids: readonly string[]): Promise<StoredGroup[]> {
    return (await this.parts.database.read.findBy(PhraseGroupRow, { id: In([...ids]) })).map(readGroup);
  }
  protected async writeRows(manager: EntityManager, groups: readonly StoredGroup[]): Promise<void> {
    for (const group of groups) await writeGroup(manager, group);
  }
  protected put(groups: readonly StoredGroup[]): void {
    this.store.put(groups);
  }
  protected current(group: StoredGroup): object {
    return { ...phraseGroupBody(group), id: group.id, version: group.version };
  }
}
