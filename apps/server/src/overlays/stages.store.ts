import { Injectable, type OnModuleInit } from '@nestjs/common';
import { rulesOf } from '@gully/core/overlays';
import { EMPTY_STAGE, STAGE_RULES, stageAfter, type Stage, type StageOf } from '@gully/core/stage';
import { Database, type EntityManager } from '../database/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { MediaService } from '../media/index.js';
import { ViewerParts } from '../viewers/index.js';
import { OverlaysService } from './overlays.service.js';

interface StateRow {
  readonly overlay: string;
  readonly state: string;
}

/** What is on each overlay’s stage, in memory as on disk, as decisions look at it. */
@Injectable()
export class StagesStore implements OnModuleInit {
  private readonly stages = new Map<string, Stage>();
  private readonly seen = new Set<string>();
  private known: readonly StageOf[] | undefined;

  constructor(
    private readonly database: Database,
    private readonly overlays: OverlaysService,
    media: MediaService,
    world: ChannelWorld,
    keepers: Keepers,
    parts: ViewerParts,
  ) {
    world.add('stages', { look: () => ({ all: () => this.all(), media: (id) => media.find(id) }) });
    parts.add({ erase: eraseFromStages });
    overlays.subscribe(() => {
      this.known = undefined;
    });
    keepers.add({
      kinds: ['stage'],
      ofViewers: true,
      apply: (change) => {
        this.stages.set(change.overlay, stageAfter(this.of(change.overlay), change));
        this.known = undefined;
      },
      // As it stands after all of them: what came and went between was never shown.
      write: async (manager, changes) => {
        for (const overlay of new Set(changes.map((change) => change.overlay)))
          await writeStage(manager, overlay, this.of(overlay));
      },
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  of(overlay: string): Stage {
    return this.stages.get(overlay) ?? EMPTY_STAGE;
  }

  /** The stages of overlays that have one, in the order of their names. */
  all(): readonly StageOf[] {
    this.known ??= this.overlays.all().flatMap(({ id, name, pieces }) => {
      const piece = pieces.find(({ kind }) => kind === 'stage');
      if (piece === undefined || piece.hidden) return [];
      const rules = { ...STAGE_RULES, ...rulesOf(piece.settings) };
      return [{ overlay: id, name, rules, seen: this.seen.has(id), stage: this.of(id) }];
    });
    return this.known;
  }

  /** Whether a page shows an overlay now: without one, what is raised waits. */
  show(overlay: string, seen: boolean): void {
    if (this.seen.has(overlay) === seen) return;
    if (seen) this.seen.add(overlay);
    else this.seen.delete(overlay);
    this.known = undefined;
  }

  private async reload(): Promise<void> {
    const rows = await this.database.read.query<StateRow[]>(
      'SELECT overlay_id AS overlay, state FROM stages',
    );
    this.stages.clear();
    for (const { overlay, state } of rows) this.stages.set(overlay, readStage(state));
    this.known = undefined;
  }
}

function readStage(state: string): Stage {
  // JSON knows no undefined: what is not there is left out.
  return { ...EMPTY_STAGE, ...(JSON.parse(state) as Partial<Stage>) };
}

async function writeStage(manager: EntityManager, overlay: string, stage: Stage): Promise<void> {
  await manager.query('INSERT OR REPLACE INTO stages (overlay_id, state) VALUES (?, ?)', [
    overlay,
    JSON.stringify(stage),
  ]);
}

/** Someone is forgotten: nothing of theirs is shown any more, or again. */
async function eraseFromStages(manager: EntityManager, ids: readonly string[]): Promise<void> {
  const gone = new Set(ids);
  const rows = await manager.query<StateRow[]>('SELECT overlay_id AS overlay, state FROM stages');
  for (const { overlay, state } of rows) {
    const stage = readStage(state);
    const { showing, last } = stage;
    await writeStage(manager, overlay, {
      ...stage,
      showing: showing !== undefined && gone.has(showing.alert.viewer) ? undefined : showing,
      last: last !== undefined && gone.has(last.viewer) ? undefined : last,
      waiting: stage.waiting.filter(({ viewer }) => !gone.has(viewer)),
    });
  }
}
