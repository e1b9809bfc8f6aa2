import { setImmediate } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import { askedIn, ITEM_KINDS, THINGS, type Bundle, type ItemKind } from '@gully/core/bundles';
import { isCostlyThing } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { Reference } from '@gully/core/things';
import type { Task } from '../tasks/index.js';
import { AllThings, References, type AnyBody, type AnyThings, type Head } from '../things/index.js';
import { Exporting } from './exporting.js';

/** One thing in a bundle beside what the channel has. */
export interface Looked {
  readonly kind: ItemKind;
  readonly name: string;
  readonly state: 'new' | 'same' | 'different';
  /** what it refers to and neither the bundle nor the channel has */
  readonly missing: readonly string[];
  /** its texts may ask for more than a run may do */
  readonly costly: boolean;
  /** as the bundle has it, and as the channel does */
  readonly theirs: unknown;
  readonly ours: unknown;
}

/** Sets a bundle beside the channel. */
@Injectable()
export class Looking {
  constructor(
    private readonly things: AllThings,
    private readonly references: References,
    private readonly exporting: Exporting,
  ) {}

  async look(bundle: Bundle, task: Task): Promise<Looked[]> {
    task.begin('Comparing with what is here', sum(ITEM_KINDS.map((many) => bundle[many].length)));
    const result: Looked[] = [];
    const named = new Map(this.things.inOrder().map((things) => [things.kind, things.allNamed()]));
    for (const many of ITEM_KINDS)
      for (const body of bundle[many]) {
        const things = this.thingsOf(many);
        const stored = named.get(things.kind)?.(things.shape.nameOf(body));
        result.push(this.lookAt(things, body, bundle, stored));
        // Measuring a costly one takes a moment, and chat goes on meanwhile.
        await (task.step() ?? setImmediate());
      }
    return result;
  }

  private thingsOf(many: ItemKind): AnyThings {
    const shape = Object.values(THINGS).find((each) => each.many === many) ?? THINGS.command;
    return this.things.of(shape.one);
  }

  private lookAt(things: AnyThings, theirs: AnyBody, bundle: Bundle, stored: Head | undefined): Looked {
    const { kind, shape } = things;
    const name = shape.nameOf(theirs);
    const ours = stored === undefined ? undefined : this.exporting.body(kind, stored);
    const missing = shape
      .referencesOf(theirs)
      .filter((reference) => !this.isThere(reference, bundle))
      .map(({ to, id }) => `the ${to} ${id}`);
    return {
      kind: shape.many,
      name,
      state: ours === undefined ? 'new' : isSame(shape.portable(theirs), ours) ? 'same' : 'different',
      missing: [...missing, ...askedIn(theirs).map((question) => `the question ${question}`)],
      costly: isCostlyThing(shape, theirs),
      theirs,
      ours: ours ?? null,
    };
  }

  /** Whether the bundle or the channel has what a name in the bundle means. */
  private isThere({ to, id: name }: Reference, bundle: Bundle): boolean {
    if (to === 'webhook') return this.references.has(to, name);
    const things = this.things.of(to);
    const carried = bundle[things.shape.many] as readonly AnyBody[];
    return (
      carried.some((each) => foldName(things.shape.nameOf(each)) === foldName(name.trim())) ||
      things.named(name) !== undefined
    );
  }
}

const sum = (counts: readonly number[]): number => counts.reduce((all, each) => all + each, 0);

/** The same whatever the order of its fields. */
function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
}
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, sorted(each)]),
  );
}
