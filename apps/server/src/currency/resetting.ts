import { mkdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { viewerAccount, type Entry } from '@gully/core/currency';
import { Database, newId } from '../database/index.js';
import { Problem } from '../problem/index.js';
import type { Task } from '../tasks/index.js';
import { ByHand } from './by-hand.js';
import { CurrencySettingsService } from './currency-settings.js';

export interface Reset {
  readonly viewers: number;
  /** units that were taken */
  readonly total: number;
  /** the copy of the database from before, in the data folder */
  readonly copy: string;
  readonly posting: number | null;
}

/** Takes everything from everyone, after a copy of the database was made. */
@Injectable()
export class Resetting {
  constructor(
    private readonly database: Database,
    private readonly byHand: ByHand,
    private readonly settings: CurrencySettingsService,
  ) {}

  /** @param typed the currency's name, as whoever asks for it has typed it */
  async reset(typed: string, actor: Actor, task: Task): Promise<Reset> {
    const { many } = this.settings.currency.value;
    if (typed.trim().toLowerCase() !== many.toLowerCase())
      throw new Problem(422, 'Nothing was reset', `Type ${many} to confirm.`, {
        fields: { typed: `Type ${many} to confirm` },
      });
    task.begin('Copying the database');
    const id = newId();
    const copy = join('backups', `before-reset-${id}.db`);
    const path = join(dirname(this.database.path), copy);
    await mkdir(dirname(path), { recursive: true });
    await this.database.snapshot(path);
    const rows = await this.database.long.rows<{ id: string }>(
      `SELECT name AS id FROM accounts WHERE kind = 'viewer' AND balance > 0`,
      [],
    );
    const { posting, ...effect } = await this.byHand.post(
      { key: `reset:${id}`, cause: 'correction', reference: 'reset', words: 'reset all balances' },
      rows,
      (some, balanceOf) => {
        const entries = some.flatMap(({ id: viewer }): Entry[] => {
          const amount = balanceOf(viewer);
          return amount > 0 ? [{ from: viewerAccount(viewer), to: 'spent', amount }] : [];
        });
        const total = entries.reduce((sum, { amount }) => sum + amount, 0);
        return { entries, effect: { viewers: entries.length, total, short: [], over: [] } };
      },
      { actor, task },
    );
    return { viewers: effect.viewers, total: effect.total, copy, posting };
  }
}
