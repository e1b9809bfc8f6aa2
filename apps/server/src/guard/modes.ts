import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { foldNick } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { Database } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { ModesToRestoreRow } from './rows.js';

/** Days for which someone who does not come again gets their modes back. */
const KEPT_MS = 30 * 86_400_000;

/** Gives people back the modes of the room that keeping them out took: at once, or when they come again. */
@Injectable()
export class RestoredModes implements OnModuleInit {
  /** names that get modes back when they come; thousands may come at once, and most get none */
  private readonly expected = new Set<string>();

  constructor(
    private readonly connection: ConnectionService,
    private readonly database: Database,
    @Inject(LOG) private readonly log: Log,
  ) {}

  async onModuleInit(): Promise<void> {
    const rows = await this.database.read.find(ModesToRestoreRow);
    for (const { nick } of rows) this.expected.add(nick);
    this.connection.subscribe({
      joined: (nick) => {
        if (!this.expected.has(foldNick(nick))) return;
        this.restore(nick).catch((error: unknown) => {
          this.log.error({ error, nick }, 'the modes of someone who came again could not be restored');
        });
      },
    });
  }

  /** Someone may write again. @param modes letters of those they had */
  async giveBack(nick: string, modes: string): Promise<void> {
    if (modes === '') return;
    if (this.connection.open && this.connection.room.knows(nick)) {
      this.give(nick, modes);
      return;
    }
    const at = Date.now();
    await this.database.write(async (manager) => {
      await manager.query('DELETE FROM modes_to_restore WHERE at < ?', [at - KEPT_MS]);
      await manager.upsert(ModesToRestoreRow, { nick: foldNick(nick), modes, at }, ['nick']);
    });
    this.expected.add(foldNick(nick));
  }

  private async restore(nick: string): Promise<void> {
    const row = await this.database.read.findOneBy(ModesToRestoreRow, { nick: foldNick(nick) });
    if (row === null) return;
    this.give(nick, row.modes);
    await this.database.write((manager) => manager.delete(ModesToRestoreRow, { nick: row.nick }));
    this.expected.delete(row.nick);
  }

  private give(nick: string, modes: string): void {
    for (const mode of modes) this.connection.acts.give(nick, mode);
  }
}
