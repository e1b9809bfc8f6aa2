import { hasAtLeast, prepareLines, ROLE_NAMES, type Check } from '../chat/index.js';
import { draw, type Draw } from '../random/index.js';
import { parseText, renderText, type ParsedText } from '../text/index.js';
import { COUNTER_LIMIT, type CounterStep, type Routine, type SayStep, type Step } from './step.js';
import { knownValues, textValues } from './values.js';
import type { CounterChange, DrawChange, Occasion, RoutineWorld, SayEffect } from './world.js';

/** A step made ready: its texts parsed once, not on every message. */
export type PreparedStep = CounterStep | (Omit<SayStep, 'texts'> & { readonly texts: readonly ParsedText[] });

export interface PreparedRoutine {
  readonly steps: readonly PreparedStep[];
  /** the first thing that cannot be read; the routine is then off by itself */
  readonly fault: string | undefined;
}

export function prepareRoutine({ steps }: Routine): PreparedRoutine {
  let fault: string | undefined;
  const prepared = steps.map((step): PreparedStep => {
    if (step.kind !== 'say') return step;
    const texts: ParsedText[] = [];
    for (const source of step.texts) {
      const result = parseText(source);
      if ('fault' in result) fault ??= result.fault.message;
      else texts.push(result.text);
    }
    return { ...step, texts };
  });
  return { steps: prepared, fault };
}

/** What running a routine comes to. */
export interface RoutineResult {
  readonly changes: readonly (CounterChange | DrawChange)[];
  readonly effects: readonly SayEffect[];
  readonly checks: readonly Check[];
}

/**
 * Decides what a routine does, step by step; a later step sees what an earlier one changed.
 *
 * @param inputs the names of the inputs declared, for telling unknown values
 */
export function runRoutine(
  { steps }: PreparedRoutine,
  occasion: Occasion,
  world: RoutineWorld,
  inputs: readonly string[],
): RoutineResult {
  const run = new Run(occasion, world, inputs);
  for (const [index, step] of steps.entries()) run.take(step, index + 1);
  return run;
}

class Run implements RoutineResult {
  readonly changes: (CounterChange | DrawChange)[] = [];
  readonly effects: SayEffect[] = [];
  readonly checks: Check[] = [];
  private readonly counters = new Map<string, { value: number; most: number }>();
  private readonly world: RoutineWorld;

  constructor(
    private readonly occasion: Occasion,
    world: RoutineWorld,
    private readonly inputs: readonly string[],
  ) {
    this.world = {
      ...world,
      counter: (name) => this.counters.get(name) ?? world.counter(name),
      counterNames: () => [...new Set([...world.counterNames(), ...this.counters.keys()])],
    };
  }

  take(step: PreparedStep, number: number): void {
    if (step.kind === 'say') this.say(step, number);
    else this.count(step, number);
  }

  private say({ id, texts, order }: Extract<PreparedStep, { kind: 'say' }>, number: number): void {
    const { owner, at } = this.occasion;
    const drawn = this.drawText(owner, id, order, texts.length);
    const text = texts[drawn.place];
    if (text === undefined) return;
    if (drawn.state !== undefined) this.changes.push({ kind: 'draw', owner, step: id, state: drawn.state });
    if (texts.length > 1)
      this.note(
        `Step ${String(number)}: one of ${String(texts.length)} texts`,
        `number ${String(drawn.place + 1)}`,
      );
    const rendered = renderText(text, {
      values: textValues(this.occasion, this.world),
      known: knownValues(this.inputs, this.world.counterNames()),
      chance: this.world.chance,
      now: at,
    });
    for (const note of rendered.notes) this.note(note, '');
    const lines = prepareLines(rendered.text, text.ownStart);
    if (lines.length > 0) this.effects.push({ kind: 'say', lines });
  }

  private drawText(owner: string, step: string, order: SayStep['order'], count: number): Draw {
    if (count === 0) return { place: 0, state: undefined };
    return draw(order, count, this.world.drawState(owner, step), this.world.chance);
  }

  private count(step: CounterStep, number: number): void {
    const { counter, lowestRole } = step;
    const before = this.world.counter(counter) ?? { value: 0, most: 0 };
    const rule = `Step ${String(number)}: counter ${counter}`;
    const asked = askedValue(step, before.value, this.occasion.typed);
    if (asked === undefined) {
      // Known from here on, so that a text may show it before it was ever changed.
      this.counters.set(counter, before);
      return;
    }
    if (!hasAtLeast(this.occasion.roles, lowestRole)) {
      this.counters.set(counter, before);
      this.note(rule, `left at ${String(before.value)}: for ${ROLE_NAMES[lowestRole]}s and up`);
      return;
    }
    const value = Math.max(-COUNTER_LIMIT, Math.min(COUNTER_LIMIT, asked));
    this.counters.set(counter, { value, most: Math.max(before.most, value) });
    this.changes.push({ kind: 'counter', counter, value, at: this.occasion.at });
    this.checks.push({ rule, measure: `${String(before.value)} → ${String(value)}`, outcome: 'passed' });
  }

  private note(rule: string, measure: string): void {
    this.checks.push({ rule, measure, outcome: 'noted' });
  }
}

/** What a counter shall be, or undefined when nothing usable was typed. */
function askedValue(step: CounterStep, before: number, typed: string): number | undefined {
  if (step.change === 'add') return before + step.amount;
  if (step.change === 'set') return step.amount;
  const [, sign, digits] = /^([+-]?)\s?(\d{1,10})$/u.exec(typed.trim()) ?? [];
  if (digits === undefined) return undefined;
  const number = Number(digits);
  return sign === '+' ? before + number : sign === '-' ? before - number : number;
}

/** The counters a routine changes: they exist from the moment it is saved. */
export function countersOf({
  steps,
}: {
  readonly steps: readonly Step[] | readonly PreparedStep[];
}): string[] {
  return steps.filter((step) => step.kind === 'counter').map(({ counter }) => counter);
}
