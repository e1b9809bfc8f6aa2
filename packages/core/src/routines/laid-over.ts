import { drawLine } from '../lists/index.js';
import type { DrawOrder, DrawState } from '../random/index.js';
import type { Span } from './step.js';
import type { CounterState, RoutineChange, RoutineWorld } from './world.js';

/** What a run has changed so far, laid over the world it looks at: a later step sees what an earlier one did. */
export class LaidOver {
  readonly world: RoutineWorld;
  private readonly counters = new Map<string, CounterState>();
  private readonly kept = new Map<string, string | null>();
  private readonly draws = new Map<string, DrawState>();
  private readonly drawn = new Map<string, number[]>();

  constructor(
    private readonly under: RoutineWorld,
    private readonly viewer: string,
    /** what is remembered for this run alone */
    readonly memory: Record<string, string>,
  ) {
    this.world = {
      ...under,
      counter: (name) => this.counters.get(name) ?? under.counter(name),
      counterNames: () => [...new Set([...under.counterNames(), ...this.counters.keys()])],
      drawState: (owner, step) => this.draws.get(`${owner} ${step}`) ?? under.drawState(owner, step),
      remembered: (span, whose, name) => {
        const here = this.kept.get(keptKey(span, whose, name));
        return here === undefined ? under.remembered(span, whose, name) : (here ?? undefined);
      },
    };
  }

  apply(change: RoutineChange): void {
    switch (change.kind) {
      case 'counter': {
        const most = Math.max(this.world.counter(change.counter)?.most ?? 0, change.value);
        this.counters.set(change.counter, { value: change.value, most });
        break;
      }
      case 'draw':
        this.draws.set(`${change.owner} ${change.step}`, change.state);
        break;
      case 'remembered':
        this.kept.set(keptKey(change.span, change.viewer, change.name), change.text);
        break;
      default:
    }
  }

  /** Draws a line, none that this run drew a moment ago. */
  drawLine(id: string, order: DrawOrder): ReturnType<typeof drawLine> {
    const list = this.under.list(id);
    if (list === undefined) return undefined;
    const taken = this.drawn.get(id) ?? [];
    const line = drawLine(list, order, this.under.chance, taken);
    if (line?.change !== undefined) this.drawn.set(id, [...taken, line.place]);
    return line;
  }

  recall(span: Span, name: string): string | undefined {
    if (span === 'run') return Object.hasOwn(this.memory, name) ? this.memory[name] : undefined;
    return this.world.remembered(span, span === 'viewer' ? this.viewer : '', name);
  }
}

function keptKey(span: string, viewer: string, name: string): string {
  return `${span} ${viewer} ${name}`;
}
