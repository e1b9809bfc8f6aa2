/**
 * How much work texts may still ask for, in render steps: one for each piece of a text that
 * is filled in, in a loop each time, and one for each {@link UNITS_A_STEP} of Liquid's units
 * of memory. Counted and not timed, so that it is the same on every machine and in every test.
 */
export interface Budget {
  left: number;
}

/** Units of memory, roughly characters and items, that cost as much as a step. */
export const UNITS_A_STEP = 20;
/** Steps all texts and conditions of a run may take until it waits or ends; a usual text takes under ten. */
export const RUN_STEPS = 5_000;
/** Steps after which whoever decides many things in a row looks up, so that others are served too. */
export const MOMENT_STEPS = 20_000;

/** More work was asked for than there was left. */
export class BudgetSpent extends Error {}
/** One text grew larger than a text may. */
export class TooLarge extends Error {}

/** What one rendering takes; it throws when too much is asked for, and the rendering ends there. */
export class Spending {
  private used = 0;

  /**
   * @param budgets all that are taken from; the first that is spent ends it
   * @param memory units this rendering may use in all
   */
  constructor(
    private readonly budgets: readonly Budget[],
    private readonly memory: number,
  ) {}

  /** Takes a step. @throws BudgetSpent */
  step(): void {
    this.take(1);
  }

  /** Takes what a filter goes through. @throws BudgetSpent */
  charge(steps: number): void {
    this.take(steps);
  }

  /** Takes units of memory. @throws BudgetSpent, TooLarge */
  use(units: number): void {
    if (!(units > 0)) return;
    this.used += units;
    if (this.used > this.memory) throw new TooLarge();
    this.take(Math.ceil(units / UNITS_A_STEP));
  }

  private take(steps: number): void {
    for (const budget of this.budgets) {
      budget.left -= steps;
      if (budget.left < 0) throw new BudgetSpent();
    }
  }
}
