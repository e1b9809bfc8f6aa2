import { BLANK_COMMAND } from '@gully/core/commands';
import { sayOnly } from '@gully/core/routines';
import { writeCommand } from '@gully/server/commands';
import { Database, openDatabase } from '@gully/server/database';
import { STORED } from '@gully/server/stored';

/** As many known viewers as are wanted, made by SQLite itself: a million as rows of TypeORM would take minutes. */
const VIEWERS = `WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < ?)
  INSERT INTO viewers (id, connection, account, name, role, first_seen, last_seen, messages, watch_ms)
  SELECT printf('V%025d', x), 'irc', 'nick:caver' || x,
    CASE WHEN x % 3 = 0 THEN 'caver' WHEN x % 3 = 1 THEN 'mossmoth' ELSE 'pebblewren' END || x,
    iif(x % 5 = 0, 'subscriber', 'viewer'), x, x * 7919 % 1000003, x * 104729 % 50021, x * 15485863 % 1000003
  FROM n`;

/** Fills the database of a data folder with a channel of some size. */
export async function seedChannel(folder: string, viewers: number, commands: number): Promise<void> {
  const database = new Database(await openDatabase(folder, STORED));
  const now = Date.now();
  const rows = Array.from({ length: commands }, (_, n) => ({
    ...BLANK_COMMAND,
    id: String(n).padStart(26, '0'),
    trigger: { ...BLANK_COMMAND.trigger, name: `passage${String(n)}` },
    gates: { ...BLANK_COMMAND.gates, cooldown: 0, viewerCooldown: 0 },
    routine: sayOnly(`{{ viewer.name }} walks passage ${String(n)} of {{ channel.name }}: {{ input.all }}`),
    version: 1,
    changedAt: now,
    deletedAt: null,
    uses: 0,
    lastUse: null,
    unreadable: undefined,
  }));
  await database.write(async (manager) => {
    await manager.query(VIEWERS, [viewers]);
    for (const command of rows) await writeCommand(manager, command);
  });
  await database.onApplicationShutdown();
}
