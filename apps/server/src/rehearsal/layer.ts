import { type Change, channelLayers, type World } from '@gully/core/channel';

/** What has happened in one rehearsal, above the channel as it is. The channel is only ever read. */
export class RehearsalLayer {
  private readonly layers = channelLayers();
  private readonly wrote = new Map<string, number>();
  /** what areas keep of it beside changes, by area */
  readonly kept = new Map<string, unknown>();

  /** The channel as this rehearsal has it. */
  over(real: World): World {
    return {
      // Whom the channel told just now is told here all the same.
      ...this.layers.over({ ...real, commands: { ...real.commands, toldRefusal: () => undefined } }),
      viewers: {
        ...real.viewers,
        lastWrote: (viewer) => this.wrote.get(viewer) ?? real.viewers.lastWrote(viewer),
      },
      // A rehearsal takes each run to its end at once, so none is ever under way.
      runs: { of: () => ({ running: 0, inTurn: 0 }) },
    };
  }

  /** Someone wrote, whatever came of it. */
  spoke(viewer: string, at: number): void {
    this.wrote.set(viewer, at);
  }

  /** @param world the channel as this rehearsal had it before the change */
  apply(change: Change, world: World): void {
    this.layers.apply(change, world);
  }
}
