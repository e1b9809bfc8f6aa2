import { Injectable } from '@nestjs/common';
import { BLANK_CAIRN, cairnFaults, CAIRNS_LIMIT, type StonesChange } from '@gully/core/cairn';
import type { EntityManager } from '../database/index.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { CairnRow, StonesRow } from './rows.js';
import { CairnBodyDto } from './views.js';

export type StoredCairn = Bodied<'cairn'>;

/** Cairns with the stones on them; all of it in memory, as on disk. */
@Injectable()
export class CairnsService extends Things<'cairn', StoredCairn> {
  private readonly counts = new Map<string, number>();

  constructor(parts: ThingParts, world: ChannelWorld, keepers: Keepers) {
    super(parts, {
      ...bodied('cairn', parts, CairnRow, BLANK_CAIRN),
      most: CAIRNS_LIMIT,
      bodyShape: CairnBodyDto,
      faultsOf: (cairn) => cairnFaults(cairn),
      inForce: (now, id, body) => {
        const others = now.cairns.all().filter((each) => each.id !== id);
        return { ...now, cairns: { all: () => [...others, { ...body, id, stones: this.stonesOn(id) }] } };
      },
    });
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
