import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type GraceChange, type GuardView, type ModeratedChange, Recent } from '@gully/core/guard';
import { ConnectionService } from '../chat/index.js';
import { Database, insertMany, type EntityManager } from '../database/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { Pruning, type PrunedTable } from '../pruning/index.js';
import { ERASED, ViewerParts } from '../viewers/index.js';
import { CatchNews } from './catch-news.js';
import { catchRow, changeOf, personRow, type StoredCatch } from './catch-rows.js';
import { GuardSettingsService } from './guard-settings.js';
import { Standings } from './standings.js';
import { CatchRow } from './rows.js';

/** Milliseconds after which a catch can no longer count: the longest a strike may. Bans for good stay. */
const REMEMBERED_MS = 90 * 86_400_000;

/** A catch may count against someone for as long, and a ban for good holds until it is lifted. */
const PRUNED: PrunedTable = {
  name: 'catches',
  where: 'NOT (silenced = 1 AND until IS NULL AND undone_at IS NULL)',
  least: 90,
};

/** What the guard knows of viewers, in memory as on disk. */
@Injectable()
export class GuardStore implements OnModuleInit {
  private readonly standings = new Standings();
  private readonly graces = new Map<string, number>();
  private readonly recent = new Recent();
  private toldAt: number | undefined;

  constructor(
    private readonly database: Database,
    private readonly connection: ConnectionService,
    private readonly settings: GuardSettingsService,
    news: CatchNews,
    { world, keepers }: LiveChannel,
    viewers: ViewerParts,
    pruning: Pruning,
  ) {
    pruning.add(PRUNED);
    viewers.add({ erase: eraseFromGuard, texts: [['catches', ['text', 'measure', 'by']]] });
    world.add('guard', { look: () => this.view() });
    const grace = {
      until: (viewer: string) => this.graces.get(viewer),
      seconds: () => this.settings.now().value.grace,
    };
    world.add('grace', { look: () => grace });
    keepers.add({
      kinds: ['looked', 'told'],
      unstored: true,
      ofViewers: false,
      apply: (change) => {
        if (change.kind === 'looked') this.recent.add(change.reading);
        else this.toldAt = change.at;
      },
      write: () => Promise.resolve(),
      reload: () => Promise.resolve(),
    });
    keepers.add({
      kinds: ['moderated'],
      ofViewers: true,
      apply: (change) => {
        this.standings.apply(change);
      },
      write: writeModerated,
      written: () => {
        news.changed();
      },
      reload: () => this.reload(),
    });
    keepers.add({
      kinds: ['grace'],
      ofViewers: true,
      apply: ({ viewer, until }) => {
        this.graces.set(viewer, until);
      },
      write: writeGraces,
      written: () => {
        news.changed();
      },
      reload: () => this.reloadGraces(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
    await this.reloadGraces();
  }

  /** What was given could not be carried out: it holds nobody. */
  withdraw(id: string): void {
    this.standings.withdraw(id);
  }

  private view(): GuardView {
    return {
      prepared: this.settings.prepared(),
      formsOf: (text) => this.recent.formsOf(text),
      before: (reading) => this.recent.before(reading),
      standingOf: (viewer) => this.standings.of(viewer),
      toldAt: () => this.toldAt,
      powerless: () =>
        this.connection.open && !this.connection.hasModeratorRights
          ? 'Gully has no moderator rights here'
          : undefined,
    };
  }

  private async reload(): Promise<void> {
    const rows = await this.database.read.query<StoredCatch[]>(
      `SELECT c.*, coalesce(v.merged_into, c.viewer_id) AS viewer FROM catches c
       LEFT JOIN viewers v ON v.id = c.viewer_id
       WHERE (c.strike = 1 OR c.silenced = 1 OR c.by IS NOT NULL) AND c.undone_at IS NULL
         AND c.state != 'failed' AND (c.at > ? OR (c.until IS NULL AND c.silenced = 1))
       ORDER BY c.at, c.id`,
      [Date.now() - REMEMBERED_MS],
    );
    this.standings.clear();
    for (const row of rows) this.standings.apply(changeOf(row), row.viewer);
  }

  private async reloadGraces(): Promise<void> {
    const rows = await this.database.read.query<{ viewer: string; until: number }[]>(
      `SELECT coalesce(v.merged_into, g.viewer_id) AS viewer, max(g.until) AS until FROM graces g
       LEFT JOIN viewers v ON v.id = g.viewer_id GROUP BY 1`,
    );
    this.graces.clear();
    for (const { viewer, until } of rows) this.graces.set(viewer, until);
  }
}

async function writeModerated(manager: EntityManager, changes: readonly ModeratedChange[]): Promise<void> {
  // In their order, since one may undo what another of the same moment made.
  const rows: CatchRow[] = [];
  for (const change of changes) {
    if (change.act === 'catch') rows.push(catchRow(change.caught));
    else if (change.act === 'person') rows.push(personRow(change));
  }
  await insertMany(manager, CatchRow, rows, { known: 'passOver' });
  for (const change of changes)
    if (change.act === 'undone')
      await manager.query('UPDATE catches SET undone_at = ?, undone_by = ? WHERE id = ?', [
        change.at,
        change.by,
        change.id,
      ]);
}

async function eraseFromGuard(manager: EntityManager, ids: readonly string[]): Promise<void> {
  const theirs = 'viewer_id IN (SELECT value FROM json_each(?))';
  const all = JSON.stringify(ids);
  await manager.query(
    `UPDATE catches SET name = ?, text = '', fragments = '[]', measure = '' WHERE ${theirs}`,
    [ERASED, all],
  );
  await manager.query(`DELETE FROM graces WHERE ${theirs}`, [all]);
}

async function writeGraces(manager: EntityManager, changes: readonly GraceChange[]): Promise<void> {
  for (const { viewer, name, until, by, at } of changes) {
    await manager.query('DELETE FROM graces WHERE until < ?', [at]);
    await manager.query(
      'INSERT INTO graces (viewer_id, name, until, by) VALUES (?, ?, ?, ?) ON CONFLICT (viewer_id) DO UPDATE SET name = excluded.name, until = excluded.until, by = excluded.by',
      [viewer, name, until, by],
    );
  }
}
