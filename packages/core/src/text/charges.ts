import {
  CaseTag,
  defaultOperators,
  type Context,
  type Emitter,
  type FilterImplOptions,
  type Liquid,
} from 'liquidjs';

/** What a rendering's filters take their steps from; a part of the context that Liquid hands them. */
export interface Charged {
  /** @throws BudgetSpent where there is not so much left */
  charge(steps: number): void;
}

/** Characters of a text a filter goes through for a step; encoding them takes the longest, some 3 µs. */
const CHARACTERS_A_STEP = 100;
/** Items of a list that is copied or cut, for a step. */
const ITEMS_A_STEP = 20;

/** Steps that filters take besides. A date is put together from a dozen parts. */
const BASES: Readonly<Record<string, number>> = { date: 40 };

type Handler = Extract<FilterImplOptions, (...args: never[]) => unknown>;

/**
 * Has every filter, Liquid's own too, pay for what it goes through before it does. Liquid counts what
 * a filter builds, so one that looks for an item, or encodes a long text, would cost next to nothing.
 */
export function chargeFilters(engine: Liquid): void {
  for (const [name, filter] of Object.entries(engine.filters)) {
    const handler = typeof filter === 'function' ? filter : filter.handler;
    const charged = withCharge(handler, BASES[name] ?? 0);
    engine.registerFilter(name, typeof filter === 'function' ? charged : { ...filter, handler: charged });
  }
}

function withCharge(handler: Handler, base: number): Handler {
  // Those that ask something of each item are generators, since what they ask may be a text of its own.
  const asksEach = handler.constructor.name === 'GeneratorFunction';
  return function (this, value: unknown, ...args: unknown[]): unknown {
    const steps = [value, ...args].reduce<number>((sum, each) => sum + stepsFor(each, asksEach), base);
    charge(this.context, steps);
    return handler.call(this, value, ...args) as unknown;
  };
}

const COMPARING: ReadonlySet<string> = new Set(['==', '!=', 'contains']);

/** Steps for a value that is shown: a list is put together from its items. */
export function stepsToShow(value: unknown): number {
  return Array.isArray(value) ? value.length : 0;
}

/** Takes for a value that is shown. */
export function chargeShown(context: Context, value: unknown): void {
  charge(context, stepsToShow(value));
}

/** Liquid's _case_, which compares a list item by item with what stands behind each _when_. */
export class ChargedCase extends CaseTag {
  override *render(context: Context, emitter: Emitter): Generator<unknown, void, unknown> {
    const value = yield this.value.value(context, context.opts.lenientIf);
    charge(context, stepsToShow(value) * this.branches.length);
    yield* super.render(context, emitter);
  }
}

/** Liquid's operators, which compare texts and lists letter by letter and item by item. */
export const CHARGED_OPERATORS: typeof defaultOperators = Object.fromEntries(
  Object.entries(defaultOperators).map(([name, handler]) => [
    name,
    !COMPARING.has(name)
      ? handler
      : (left: unknown, right: unknown, context: Context): unknown => {
          charge(context, stepsFor(left, true) + stepsFor(right, true));
          return (handler as (left: unknown, right: unknown, context: Context) => unknown)(
            left,
            right,
            context,
          );
        },
  ]),
) as typeof defaultOperators;

function charge(context: Context, steps: number): void {
  if (steps > 0) (context.memoryLimit as unknown as Charged).charge(Math.ceil(steps));
}

function stepsFor(value: unknown, asksEach: boolean): number {
  if (typeof value === 'string') return value.length / CHARACTERS_A_STEP;
  if (!Array.isArray(value)) return 0;
  return asksEach ? value.length : value.length / ITEMS_A_STEP;
}
