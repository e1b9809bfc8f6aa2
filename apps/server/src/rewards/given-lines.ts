import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { linesLeft } from '@gully/core/rewards';
import { ListsService } from '../lists/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { ThingParts } from '../things/index.js';
import { LOG, type Log } from '../log/index.js';
import { Soon } from '../signals/index.js';
import { RewardsService } from './rewards.service.js';
import { RedemptionsStore } from './redemptions.store.js';

/** Lists are written whole, so what was handed out is taken out together after a while. */
const TIDY_MS = 5_000;

/**
 * Takes lines that were handed out out of their lists, and puts back those nobody has seen. That is for
 * whoever reads the list: what was handed out is known by itself, and is never handed out again.
 */
@Injectable()
export class GivenLines implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly waiting = new Set<string>();
  private readonly warned = new Map<string, number>();
  private readonly tidied = new Soon(TIDY_MS, () => {
    this.tidy().catch((error: unknown) => {
      this.log.error({ error }, 'lines that were handed out could not be taken out of their list');
    });
  });

  constructor(
    private readonly store: RedemptionsStore,
    private readonly rewards: RewardsService,
    private readonly lists: ListsService,
    private readonly parts: ThingParts,
    private readonly live: LiveChannel,
    @Inject(LOG) private readonly log: Log,
  ) {
    live.keepers.follow('redemption', (changes) => {
      for (const { redemption, act, lineBack } of changes) {
        if (redemption.line === undefined || (act !== 'bought' && lineBack !== true)) continue;
        this.tidySoon(redemption.line.list);
        this.warn(redemption.reward);
      }
    });
  }

  async onApplicationBootstrap(): Promise<void> {
    const rows = await this.parts.database.read.query<{ list: string }[]>(
      'SELECT DISTINCT list_id AS list FROM given_lines',
    );
    for (const { list } of rows) this.tidySoon(list);
  }

  onModuleDestroy(): void {
    this.tidied.stop();
  }

  /** What is running out, in words. */
  low(): string[] {
    return this.rewards.prepared().flatMap(({ id }) => this.lowOf(id)?.words ?? []);
  }

  /** Brings lists in line with what was handed out. */
  async tidy(): Promise<void> {
    const lists = [...this.waiting];
    this.waiting.clear();
    for (const list of lists) await this.tidyOne(list);
  }

  private async tidyOne(id: string): Promise<void> {
    const list = this.lists.find(id);
    if (list === undefined) return;
    const given = this.store.givenOf(id);
    const back = await this.parts.database.read.query<{ line: string }[]>(
      'SELECT line FROM given_lines WHERE list_id = ? AND back = 1',
      [id],
    );
    const here = new Set(list.lines);
    const missing = back.map(({ line }) => line).filter((line) => !here.has(line) && !given.has(line));
    const gone = list.lines.filter((line) => given.has(line)).length;
    if (gone > 0 || missing.length > 0)
      await this.lists.changeLines(
        id,
        (now) => ({
          lines: [...now.lines.filter((line) => !this.store.givenOf(id).has(line)), ...missing],
          verb: [wordsOf(gone, 'handed out'), wordsOf(missing.length, 'put back')]
            .filter((words) => words !== '')
            .join(', '),
        }),
        'gully',
      );
    if (back.length > 0)
      await this.parts.database.write((manager) =>
        manager.query('DELETE FROM given_lines WHERE list_id = ? AND back = 1', [id]),
      );
  }

  private tidySoon(list: string): void {
    this.waiting.add(list);
    this.tidied.ask();
  }

  /** Tells the streamer once when only the last lines are left, and when none is. */
  private warn(reward: string): void {
    const low = this.lowOf(reward);
    const before = this.warned.get(reward);
    if (low === undefined) this.warned.delete(reward);
    else if (before === undefined || (low.left === 0 && before > 0)) {
      this.parts.activity.record('stopped', low.name, low.words, 'gully');
      this.parts.news.publish('redemption', { ids: [] });
      this.warned.set(reward, low.left);
    }
  }

  private lowOf(
    id: string,
  ): { readonly name: string; readonly left: number; readonly words: string } | undefined {
    const world = this.live.world.now();
    const { terms } = this.rewards.preparedOf(id) ?? {};
    const list = terms?.gives === 'line' ? world.lists.find(terms.list) : undefined;
    if (terms === undefined || list === undefined || !terms.enabled) return undefined;
    const left = linesLeft(list, world.rewards);
    const words =
      left === 0
        ? `${terms.name}: nothing is left to hand out`
        : `${terms.name}: ${String(left)} left to hand out`;
    return left <= terms.warnAt ? { name: terms.name, left, words } : undefined;
  }
}

function wordsOf(count: number, what: string): string {
  if (count === 0) return '';
  return `${String(count)} ${count === 1 ? 'line' : 'lines'} ${what}`;
}
