import type { Span } from '../area/index.js';
import { SLICES, type Change, type World } from '../channel/index.js';
import type { Layer, Slice } from '../layers/index.js';

type AnyLayer = Layer<World, Change>;

/** What a run has changed so far, above the world it looks at: a later step sees what an earlier one did. */
export class RunLayer {
  world: World;
  /** made with the first change of a kind; most runs only say something */
  private readonly layers = new Map<Change['kind'], AnyLayer>();

  constructor(
    under: World,
    private readonly viewer: string,
    /** what is remembered for this run alone */
    readonly memory: Record<string, string>,
  ) {
    this.world = under;
  }

  apply(change: Change): void {
    let layer = this.layers.get(change.kind);
    if (layer === undefined) {
      layer = (SLICES[change.kind] as unknown as Slice<World, Change>).begin();
      this.layers.set(change.kind, layer);
      // Kinds that change the same part of the world are laid one above the other.
      this.world = { ...this.world, ...layer.over(this.world) };
    }
    layer.apply(change, this.world);
  }

  recall(span: Span, name: string): string | undefined {
    if (span === 'run') return Object.hasOwn(this.memory, name) ? this.memory[name] : undefined;
    return this.world.memory.recall(span, span === 'viewer' ? this.viewer : '', name);
  }
}
