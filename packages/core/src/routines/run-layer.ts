import { Layers } from '../layers/index.js';
import { ROUTINE_SLICES } from './slices.js';
import type { Span } from './step.js';
import type { RoutineChange, RoutineWorld } from './world.js';

/** What a run has changed so far, above the world it looks at: a later step sees what an earlier one did. */
export class RunLayer {
  /** made with the first change; most runs only say something */
  private laid:
    { readonly layers: Layers<RoutineWorld, RoutineChange>; readonly world: RoutineWorld } | undefined;

  constructor(
    private readonly under: RoutineWorld,
    private readonly viewer: string,
    /** what is remembered for this run alone */
    readonly memory: Record<string, string>,
  ) {}

  get world(): RoutineWorld {
    return this.laid?.world ?? this.under;
  }

  apply(change: RoutineChange): void {
    if (this.laid === undefined) {
      const layers = new Layers<RoutineWorld, RoutineChange>(ROUTINE_SLICES);
      this.laid = { layers, world: layers.over(this.under) };
    }
    this.laid.layers.apply(change, this.laid.world);
  }

  recall(span: Span, name: string): string | undefined {
    if (span === 'run') return Object.hasOwn(this.memory, name) ? this.memory[name] : undefined;
    return this.world.memory.recall(span, span === 'viewer' ? this.viewer : '', name);
  }
}
