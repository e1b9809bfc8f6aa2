import { Injectable } from '@nestjs/common';
import { Database } from '../database/index.js';
import { RestoredModes } from './modes.js';
import { SilenceRow } from './rows.js';

/** The viewers Gully keeps from writing, on disk, so that a restart keeps no one out for good. */
@Injectable()
export class Silences {
  constructor(
    private readonly database: Database,
    private readonly modes: RestoredModes,
  ) {}

  /** @returns null for a viewer Gully does not keep out */
  find(viewer: string): Promise<SilenceRow | null> {
    return this.database.read.findOneBy(SilenceRow, { viewerId: viewer });
  }

  async keep(silence: Omit<SilenceRow, 'modes'>, modes: string): Promise<void> {
    await this.database.write((manager) => manager.upsert(SilenceRow, { ...silence, modes }, ['viewerId']));
  }

  /** Takes one off the list; what they are called and may do in the room stays as it is. */
  async drop(viewer: string): Promise<void> {
    await this.database.write((manager) => manager.delete(SilenceRow, { viewerId: viewer }));
  }

  /** Takes one off the list and gives the modes back that they had. */
  async end({ viewerId, name, modes }: SilenceRow): Promise<void> {
    await this.drop(viewerId);
    await this.modes.giveBack(name, modes);
  }

  /** Those with an end, the next 50 of them. */
  ending(): Promise<SilenceRow[]> {
    return this.database.read.query<SilenceRow[]>(
      'SELECT viewer_id AS viewerId, name, until FROM silences WHERE until IS NOT NULL ORDER BY until LIMIT 50',
    );
  }
}
