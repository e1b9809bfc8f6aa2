import type { Change, Occasion, RunEffect, Step, World } from '../channel/index.js';
import {
  prepareRoutine,
  resumeRun,
  routineOf,
  startRun,
  type KeptSpan,
  type PreparedRoutine,
  type RunEnd,
  type Segment,
} from '../routines/index.js';
import type { ListView } from '../lists/index.js';
import { strangerFacts } from '../viewers/index.js';
import { withParts, worldOf, type Parts } from './world.js';

export function occasion(more: Partial<Occasion> = {}): Occasion {
  const viewer = strangerFacts('v-pebblewren', 'pebblewren', more.roles ?? [], 0);
  return {
    cause: 'l1',
    by: '!tale',
    viewer,
    roles: [],
    target: viewer,
    inputs: {},
    inputNames: [],
    typed: '',
    line: 'l1',
    command: { name: '!tale', uses: 1, usesByViewer: 1 },
    event: undefined,
    at: 1_000_000,
    ...more,
  };
}

/** A list that keeps its rounds as the server does. */
export class TestList implements ListView {
  readonly id: string;
  last = -1;
  private open: number[];
  constructor(
    readonly name: string,
    readonly lines: readonly string[],
  ) {
    this.id = name;
    this.open = lines.map((_, at) => at);
  }
  get size(): number {
    return this.lines.length;
  }
  get left(): number {
    return this.open.length;
  }
  line(place: number): string | undefined {
    return this.lines[place];
  }
  leftAt(position: number): number {
    return this.open[position] ?? 0;
  }
  take(place: number, order: 'turn' | 'bag'): void {
    this.last = place;
    if (order === 'turn') return;
    this.open = this.open.filter((each) => each !== place);
    if (this.open.length === 0) this.open = this.lines.map((_, at) => at);
  }
}

/** A channel in which what routines change is kept, and that takes a run to its end. */
export class TestChannel {
  readonly kept = new Map<string, string>();
  readonly changes: Change[] = [];
  readonly effects: RunEffect[] = [];
  readonly lists: TestList[] = [];
  readonly routines = new Map<string, PreparedRoutine>();
  world: World;

  constructor(more: Parts = {}) {
    const counters = new Map<string, number>();
    this.world = {
      ...worldOf([]),
      counters: {
        of: (name) => {
          const value = counters.get(name);
          return value === undefined ? undefined : { value, most: value };
        },
        names: () => [...counters.keys()],
      },
      memory: {
        recall: (span: KeptSpan, viewer, name) => this.kept.get(`${span} ${viewer} ${name}`),
        names: () => [...new Set([...this.kept.keys()].map((key) => key.split(' ')[2] ?? '')), 'word'],
      },
      lists: { find: (id) => this.lists.find((list) => list.id === id), all: () => this.lists },
      routines: { find: (id) => this.routines.get(id), forEvent: () => [] },
    };
    this.world = withParts(this.world, more);
    this.count = (name, value) => counters.set(name, value);
  }
  private readonly count: (name: string, value: number) => void;

  add(id: string, ...steps: Step[]): PreparedRoutine {
    const prepared = prepareRoutine(id, id, routineOf(steps));
    this.routines.set(id, prepared);
    return prepared;
  }

  /** Takes a run to its end, waits and all; answers with how it ended and how long it waited. */
  run(prepared: PreparedRoutine, given = occasion(), failed?: string): RunEnd & { readonly at: number } {
    let at = given.at;
    let segment = this.took(startRun(prepared, given, this.world));
    for (let turns = 0; segment.run !== undefined; turns += 1) {
      if (turns > 500) throw new Error('it does not end');
      const { awaiting } = segment.run;
      if (awaiting.for === 'time') at = awaiting.until;
      segment = this.took(resumeRun(segment.run, this.world, at, { failed }));
    }
    if (segment.ended === undefined) throw new Error('it neither waits nor ended');
    return { ...segment.ended, at };
  }

  took(segment: Segment): Segment {
    this.changes.push(...segment.changes);
    this.effects.push(...segment.effects);
    for (const change of segment.changes) {
      if (change.kind === 'counter') this.count(change.counter, change.value);
      if (change.kind === 'drawn')
        this.lists.find(({ id }) => id === change.list)?.take(change.place, change.order);
      if (change.kind !== 'remembered') continue;
      const key = `${change.span} ${change.viewer} ${change.name}`;
      if (change.text === null) this.kept.delete(key);
      else this.kept.set(key, change.text);
    }
    return segment;
  }
}
