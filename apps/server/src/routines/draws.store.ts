import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { DrawState } from '@gully/core/random';
import type { DrawChange } from '@gully/core/routines';
import { Database, type EntityManager } from '../database/index.js';
import { DrawRow } from './rows.js';
import { ChannelWorld, Keepers } from '../live/index.js';

/** What is remembered of the draws among steps' texts, in memory. Never ahead of the disk for long. */
@Injectable()
export class DrawsStore implements OnModuleInit {
  private readonly draws = new Map<string, DrawState>();

  constructor(
    private readonly database: Database,
    world: ChannelWorld,
    keepers: Keepers,
  ) {
    const view = { of: (owner: string, step: string) => this.draws.get(keyOf({ owner, step })) };
    world.add('draws', { look: () => view });
    keepers.add({
      kinds: ['draw'],
      ofViewers: false,
      apply: (change) => {
        this.draws.set(keyOf(change), change.state);
      },
      write,
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  private async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const rows = await manager.find(DrawRow);
      this.draws.clear();
      for (const row of rows) {
        const state = parseState(row.state);
        if (state !== undefined) this.draws.set(keyOf(row), state);
      }
    });
  }
}

/** Of many draws of one step only the last is written. */
async function write(manager: EntityManager, changes: readonly DrawChange[]): Promise<void> {
  const last = new Map(changes.map((change) => [keyOf(change), change]));
  for (const { owner, step, state } of last.values())
    await manager.query(
      `INSERT INTO draws (owner, step, state) VALUES (?, ?, ?)
       ON CONFLICT (owner, step) DO UPDATE SET state = excluded.state`,
      [owner, step, JSON.stringify(state)],
    );
}

function keyOf({ owner, step }: { readonly owner: string; readonly step: string }): string {
  return `${owner} ${step}`;
}

function parseState(text: string): DrawState | undefined {
  try {
    return JSON.parse(text) as DrawState;
  } catch {
    // A draw that cannot be read begins a new round; nothing else hangs on it.
    return undefined;
  }
}
