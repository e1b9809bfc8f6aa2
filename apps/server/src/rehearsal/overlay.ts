import type { CommandUse } from '@gully/core/commands';
import { type DrawnChange, type ListView } from '@gully/core/lists';
import type { Change, World } from '@gully/core/pipeline';
import type { DrawState } from '@gully/core/random';
import type { CounterState } from '@gully/core/routines';

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
  private readonly kept = new Map<string, string | null>();
  private readonly lists = new Map<string, RehearsedList>();
  private readonly wrote = new Map<string, number>();
  private readonly arrived = new Set<string>();
  /** when each timer fired here, UTC milliseconds */
  readonly timersFired = new Map<string, number>();

  /** The channel as this rehearsal has it. */
  over(real: World): World {
    const list = (id: string): ListView | undefined => this.lists.get(id) ?? real.list(id);
    return {
      ...real,
      use: (commandId, viewer) => this.use(real.use(commandId, viewer), commandId, viewer),
      counter: (name) => this.counters.get(name) ?? real.counter(name),
      counterNames: () => [...new Set([...real.counterNames(), ...this.counters.keys()])],
      drawState: (owner, step) => this.draws.get(`${owner} ${step}`) ?? real.drawState(owner, step),
      toldRefusal: (viewer) => this.refused.get(viewer),
      remembered: (span, viewer, name) => {
        const here = this.kept.get(`${span} ${viewer} ${name}`);
        return here === undefined ? real.remembered(span, viewer, name) : (here ?? undefined);
      },
      list,
      lists: () =>
        real
          .lists()
          .map(({ id }) => list(id))
          .filter((each) => each !== undefined),
      hasArrived: (viewer) => this.arrived.has(viewer) || real.hasArrived(viewer),
      lastWrote: (viewer) => this.wrote.get(viewer) ?? real.lastWrote(viewer),
      // A rehearsal takes each run to its end at once, so none is ever under way.
      runsOf: () => ({ running: 0, inTurn: 0 }),
    };
  }

  /** Somebody wrote, whatever came of it. */
  spoke(viewer: string, at: number): void {
    this.wrote.set(viewer, at);
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
      case 'drawn': {
        const under = world.list(change.list);
        if (under === undefined) break;
        const here = under instanceof RehearsedList ? under : new RehearsedList(under);
        here.take(change);
        this.lists.set(change.list, here);
        break;
      }
      case 'remembered':
        this.kept.set(`${change.span} ${change.viewer} ${change.name}`, change.text);
        break;
      case 'arrival':
        this.arrived.add(change.viewer);
        break;
      case 'refused':
        this.refused.set(change.viewer, change.at);
        break;
      default:
      // Runs are played to their end, and posts are not sent.
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

/** A list with the round as a rehearsal has it; the lines are those of the channel. */
class RehearsedList implements ListView {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  last: number;
  private open: number[];

  constructor(private readonly under: ListView) {
    this.id = under.id;
    this.name = under.name;
    this.size = under.size;
    this.last = under.last;
    this.open = Array.from({ length: under.left }, (_, position) => under.leftAt(position));
  }
  get left(): number {
    return this.open.length;
  }
  line(place: number): string | undefined {
    return this.under.line(place);
  }
  leftAt(position: number): number {
    return this.open[position] ?? 0;
  }
  take({ place, order }: DrawnChange): void {
    this.last = place;
    if (order === 'turn') return;
    this.open = this.open.filter((each) => each !== place);
    if (this.open.length === 0) this.open = Array.from({ length: this.size }, (_, at) => at);
  }
}
