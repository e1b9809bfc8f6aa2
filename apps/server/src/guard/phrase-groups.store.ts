import { Injectable, type OnModuleInit } from '@nestjs/common';
import { BLANK_GROUP, phraseGroupBody, type PhraseGroupBody } from '@gully/core/guard';
import { IsNull } from 'typeorm';
import { Database, type EntityManager } from '../database/index.js';
import type { Head } from '../things/index.js';
import { PhraseGroupRow } from './rows.js';

export type StoredGroup = Head & PhraseGroupBody;

/** All groups of blocked phrases, in memory. */
@Injectable()
export class PhraseGroupsStore implements OnModuleInit {
  private readonly groups = new Map<string, StoredGroup>();
  private sorted: readonly StoredGroup[] = [];

  constructor(private readonly database: Database) {}

  async onModuleInit(): Promise<void> {
    this.put((await this.database.read.findBy(PhraseGroupRow, { deletedAt: IsNull() })).map(readGroup));
  }

  /** In the order of their names; another list after each change. */
  all(): readonly StoredGroup[] {
    return this.sorted;
  }

  find(id: string): StoredGroup | undefined {
    return this.groups.get(id);
  }

  put(groups: readonly StoredGroup[]): void {
    for (const group of groups) {
      if (group.deletedAt === null) this.groups.set(group.id, group);
      else this.groups.delete(group.id);
    }
    this.sorted = [...this.groups.values()].sort((a, b) => a.name.localeCompare(b.name));
  }
}

/** A group as it is stored. What cannot be read of it is as for a new one, and off. */
export function readGroup({ id, name, body, version, changedAt, deletedAt }: PhraseGroupRow): StoredGroup {
  const kept = { id, version, changedAt, deletedAt, name };
  try {
    const given = { ...BLANK_GROUP, ...(JSON.parse(body) as Partial<PhraseGroupBody>) };
    return { ...phraseGroupBody(given), ...kept };
  } catch {
    return { ...BLANK_GROUP, enabled: false, ...kept };
  }
}

/** Writes a group, within the caller’s write. */
export async function writeGroup(manager: EntityManager, group: StoredGroup): Promise<void> {
  const { id, name, version, changedAt, deletedAt } = group;
  const body = JSON.stringify(phraseGroupBody(group));
  await manager.save(PhraseGroupRow, { id, name, body, version, changedAt, deletedAt });
}
