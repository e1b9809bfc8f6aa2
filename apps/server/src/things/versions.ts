import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { ThingKind } from '@gully/core/things';
import { Database, readied, saveMany, type EntityManager } from '../database/index.js';
import { actorsInWords } from '../viewers/index.js';
import { VersionRow } from './rows.js';

/** Versions of a thing that are kept. */
export const VERSIONS_KEPT = 20;

/** What a person wrote once. */
export interface ThingVersion {
  readonly version: number;
  /** UTC milliseconds */
  readonly changedAt: number;
  /** who saved it, in words */
  readonly by: string;
  readonly body: object;
}

/** What things were, version by version, and who made each. */
@Injectable()
export class Versions {
  constructor(private readonly database: Database) {}

  /** All that are kept of one thing, the newest first. */
  async all(of: ThingKind, id: string): Promise<ThingVersion[]> {
    const rows = await this.database.read.find(VersionRow, { where: { of, id }, order: { version: 'DESC' } });
    const words = await actorsInWords(
      this.database.read,
      rows.map(({ actor }) => actor),
    );
    return rows.map(({ version, changedAt, actor, body }) => ({
      version,
      changedAt,
      by: words.get(actor) ?? actor,
      body: JSON.parse(body) as object,
    }));
  }

  /** @returns what a person wrote then, undefined where it is not kept */
  async find(of: ThingKind, id: string, version: number): Promise<unknown> {
    const row = await this.database.read.findOneBy(VersionRow, { of, id, version });
    return row === null ? undefined : (JSON.parse(row.body) as unknown);
  }
}

/** Writes a version down, within the caller's write, and lets go of the oldest. */
export async function writeVersion(
  manager: EntityManager,
  of: ThingKind,
  { id, version, changedAt }: { readonly id: string; readonly version: number; readonly changedAt: number },
  body: object,
  actor: Actor,
  kept = VERSIONS_KEPT,
): Promise<void> {
  await saveMany(manager, VersionRow, [{ of, id, version, changedAt, actor, body: JSON.stringify(body) }]);
  readied(manager, 'DELETE FROM versions WHERE "of" = ? AND id = ? AND version <= ?')(of, id, version - kept);
}
