import { Injectable } from '@nestjs/common';
import { BLANK_CAIRN, cairnFaults, CAIRNS_LIMIT, type CairnBody, type StonesChange } from '@gully/core/cairn';
import type { World } from '@gully/core/channel';
import type { Faults } from '@gully/core/routines';
import type { EntityManager } from '../database/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { BodyThings, ThingParts, type Bodied } from '../things/index.js';
import { CairnRow, StonesRow } from './rows.js';
import { CairnBodyDto } from './views.js';

export type StoredCairn = Bodied<'cairn'>;

/** Cairns with the stones on them; all of it in memory, as on disk. */
@Injectable()
export class CairnsService extends BodyThings<'cairn'> {
  protected readonly most = CAIRNS_LIMIT;
  protected readonly bodyShape = CairnBodyDto;
  private readonly counts = new Map<string, number>();

  constructor(parts: ThingParts, world: ChannelWorld, keepers: Keepers) {
    super('cairn', parts, CairnRow, BLANK_CAIRN);
    world.add('cairns', { look: () => ({ all: () => this.withStones() }) });
    keepers.add({
      kinds: ['stones'],
      ofViewers: false,
      apply: ({ cairn, count }) => this.counts.set(cairn, this.stonesOn(cairn) + count),
      write: (manager, changes) => this.writeStones(manager, changes),
      written: (changes) => {
        parts.news.publish('thing', { of: 'cairn', ids: [...new Set(changes.map(({ cairn }) => cairn))] });
      },
      reload: () => this.reload(),
    });
  }

  override async onModuleInit(): Promise<void> {
    await super.onModuleInit();
    await this.reload();
  }

  stonesOn(cairn: string): number {
    return this.counts.get(cairn) ?? 0;
  }
  inForce(world: World, id: string, body: CairnBody): World {
    const others = world.cairns.all().filter((each) => each.id !== id);
    return { ...world, cairns: { all: () => [...others, { ...body, id, stones: this.stonesOn(id) }] } };
  }
  protected faultsOf(cairn: StoredCairn): Faults {
    return cairnFaults(cairn);
  }

  private withStones() {
    return this.all().map((cairn) => ({ ...cairn, stones: this.stonesOn(cairn.id) }));
  }
  private async writeStones(manager: EntityManager, changes: readonly StonesChange[]): Promise<void> {
    for (const cairn of new Set(changes.map((each) => each.cairn)))
      await manager.save(StonesRow, { cairnId: cairn, count: this.stonesOn(cairn) });
  }
  private async reload(): Promise<void> {
    this.counts.clear();
    for (const { cairnId, count } of await this.parts.database.read.find(StonesRow))
      this.counts.set(cairnId, count);
  }
}
