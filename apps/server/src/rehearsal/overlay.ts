import type { CommandUse } from '@gully/core/commands';
import type { Change, World } from '@gully/core/pipeline';
import type { CounterState } from '@gully/core/routines';
import type { DrawState } from '@gully/core/random';

interface UseHere {
  uses: number;
  lastUse: number | undefined;
  readonly byViewer: Map<string, { uses: number; lastUse: number }>;
}

/** What has happened in one rehearsal, laid over the channel as it is. The channel is only ever read. */
export class Overlay {
  private readonly uses = new Map<string, UseHere>();
  private readonly counters = new Map<string, CounterState>();
  private readonly draws = new Map<string, DrawState>();
  private readonly refused = new Map<string, number>();

  /** The channel as this rehearsal has it. */
  over(real: World): World {
    return {
      ...real,
      use: (commandId, viewer) => this.use(real.use(commandId, viewer), commandId, viewer),
      counter: (name) => this.counters.get(name) ?? real.counter(name),
      counterNames: () => [...new Set([...real.counterNames(), ...this.counters.keys()])],
      drawState: (owner, step) => this.draws.get(`${owner} ${step}`) ?? real.drawState(owner, step),
      toldRefusal: (viewer) => this.refused.get(viewer),
    };
  }

  /** @param world the channel as this rehearsal had it before the change */
  apply(change: Change, world: World): void {
    switch (change.kind) {
      case 'use': {
        const { commandId, viewer, at } = change;
        const before = world.use(commandId, viewer);
        const here = this.uses.get(commandId) ?? {
          uses: before.uses,
          lastUse: undefined,
          byViewer: new Map(),
        };
        here.uses += 1;
        here.lastUse = at;
        here.byViewer.set(viewer, { uses: before.usesByViewer + 1, lastUse: at });
        this.uses.set(commandId, here);
        break;
      }
      case 'counter': {
        const most = Math.max(world.counter(change.counter)?.most ?? change.value, change.value);
        this.counters.set(change.counter, { value: change.value, most });
        break;
      }
      case 'draw':
        this.draws.set(`${change.owner} ${change.step}`, change.state);
        break;
      case 'refused':
        this.refused.set(change.viewer, change.at);
    }
  }

  private use(before: CommandUse, commandId: string, viewer: string): CommandUse {
    const here = this.uses.get(commandId);
    if (here === undefined) return before;
    const theirs = here.byViewer.get(viewer);
    return {
      uses: here.uses,
      usesByViewer: theirs?.uses ?? before.usesByViewer,
      lastUse: here.lastUse,
      lastUseByViewer: theirs?.lastUse ?? before.lastUseByViewer,
    };
  }
}
