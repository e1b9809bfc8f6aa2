import { Layers } from '../layers/index.js';
import { ROUTINE_SLICES } from './slices.js';
import type { Span } from './step.js';
import type { RoutineChange, RoutineWorld } from './world.js';

/** What a run has changed so far, above the world it looks at: a later step sees what an earlier one did. */
export class RunLayer {
  readonly world: RoutineWorld;
  private readonly layers = new Layers<RoutineWorld, RoutineChange>(ROUTINE_SLICES);

  constructor(
    under: RoutineWorld,
    private readonly viewer: string,
    /** what is remembered for this run alone */
    readonly memory: Record<string, string>,
  ) {
    this.world = this.layers.over(under);
  }

  apply(change: RoutineChange): void {
    this.layers.apply(change, this.world);
  }

  recall(span: Span, name: string): string | undefined {
    if (span === 'run') return Object.hasOwn(this.memory, name) ? this.memory[name] : undefined;
    return this.world.remembered(span, span === 'viewer' ? this.viewer : '', name);
  }
}
