import type { Check } from '../chat/index.js';
import { drawLine } from '../lists/index.js';
import { draw, type DrawOrder } from '../random/index.js';
import {
  durationInWords,
  evaluate,
  renderText,
  RUN_STEPS,
  type Budget,
  type Evaluated,
  type Scope,
} from '../text/index.js';
import { checkConditions, type Held } from './compare.js';
import type { Conditions } from './conditions.js';
import { FAILURE, kindOf, type Failure, type Outcome, type StepRun } from './kinds/index.js';
import { endOfPurchase } from './purchase-end.js';
import { refundOf } from './refund.js';
import { RunLayer } from './run-layer.js';
import type { PreparedRoutine } from './prepare.js';
import type { Awaiting, Frame, RunEnd, RunState } from './run-state.js';
import { DEPTH_LIMIT, MESSAGES_LIMIT, STEPS_LIMIT, WAIT_LIMIT, type Span, type Step } from './step.js';
import { stepsAt } from './tree.js';
import { knownValues, textValues } from './values.js';
import {
  withNames,
  type Occasion,
  type RoutineChange,
  type RoutineEffect,
  type RoutineWorld,
  type SayEffect,
} from './world.js';

/** Steps that put something on a stage. */
const SHOWS: ReadonlySet<Step['kind']> = new Set(['show', 'sound', 'speak']);

/** Entries of its why a run keeps at the most. */
const CHECKS_LIMIT = 150;

/** A run's way from where it stands to where it waits or ends. */
export class Execution implements StepRun {
  readonly changes: RoutineChange[] = [];
  readonly effects: RoutineEffect[] = [];
  readonly checks: Check[];
  occasion: Occasion;
  awaiting: Awaiting | undefined;
  ended: RunEnd | undefined;
  name = '';
  /** something of it was carried out */
  carriedOut: boolean;
  /** what first could not be done */
  failure: Failure | undefined;
  /** why what it was to show was not shown; null once something was put on a stage or heard */
  notShown: string | null | undefined;
  private readonly over: RunLayer;
  private readonly frames: Frame[];
  private steps: number;
  messages: number;
  private waitedMs: number;
  private routine: PreparedRoutine;
  /** what texts are filled in with, until a step changes it */
  private filledWith: Scope | undefined;
  /** what its texts and conditions may still ask for until it waits or ends */
  private readonly budget: Budget = { left: RUN_STEPS };

  constructor(
    private readonly begun: RunState,
    world: RoutineWorld,
    readonly at: number,
  ) {
    this.occasion = begun.occasion;
    this.checks = [...begun.checks];
    this.frames = [...begun.frames];
    this.steps = begun.steps;
    this.messages = begun.messages;
    this.waitedMs = begun.waitedMs;
    this.carriedOut = begun.carriedOut ?? true;
    this.notShown = begun.notShown;
    this.over = new RunLayer(world, begun.occasion.viewer.id, { ...begun.memory });
    this.routine = begun.frames[0]?.routine ?? { ...NO_ROUTINE };
  }

  get world(): RoutineWorld {
    return this.over.world;
  }

  get owner(): string {
    return this.begun.owner;
  }

  get mark(): string {
    return `${this.begun.id}:${String(this.steps)}`;
  }

  /** Goes on until it waits or ends; never more than STEPS_LIMIT steps, and RUN_STEPS of its texts. */
  proceed(): void {
    this.goOn();
    const { work } = this.world;
    if (work !== undefined) work.steps += RUN_STEPS - this.budget.left;
  }

  private goOn(): void {
    while (this.awaiting === undefined && this.ended === undefined) {
      const frame = this.frames.pop();
      if (frame === undefined) {
        this.ended = { how: 'done', words: '' };
        return;
      }
      const step = stepsAt(frame.routine.routine.steps, frame.place)?.[frame.next];
      if (step === undefined) continue;
      this.frames.push({ ...frame, next: frame.next + 1 });
      this.take(step, frame);
      if (this.budget.left < 0) this.end('limited', 'its texts and conditions ask for too much work');
    }
  }

  /** Says what becomes of what was paid for it, once it has ended. */
  settle(): void {
    if (this.ended === undefined) return;
    const shown = this.ended.how === 'done' ? this.purchaseShown() : undefined;
    if (shown === 'waits') {
      this.note('Not shown yet', 'the purchase is done once it is');
      return;
    }
    const ended = shown === undefined ? this.ended : ({ how: 'failed', words: shown } as const);
    const { changes, lines } = endOfPurchase(ended, this.occasion, this.world, {
      at: this.at,
      scope: () => this.scope(),
    });
    for (const change of changes) this.change(change);
    if (lines.length > 0) this.effects.push({ kind: 'say', lines });
    const run = { ...this.begun, carriedOut: this.carriedOut };
    const change = refundOf(run, this.world.purse, this.at);
    if (change === undefined) return;
    this.change(change);
    this.note('Nothing was carried out', 'the price is given back');
  }

  /** Whether what a purchase shows waits for its turn, or why no one sees it; undefined where there is nothing to wait for. */
  private purchaseShown(): string | undefined {
    if (this.occasion.redemption === undefined || this.notShown === undefined) return undefined;
    if (this.notShown !== null) return this.notShown;
    const isOwn = (id: string): boolean => id.startsWith(`${this.begun.id}:`);
    const stages = this.world.stages.all().map(({ stage }) => stage);
    if (stages.some(({ showing }) => showing !== undefined && isOwn(showing.alert.id))) return undefined;
    if (stages.some(({ waiting }) => waiting.some(({ id }) => isOwn(id)))) return 'waits';
    const ended = this.changes.flatMap((change) => (change.kind === 'stage' ? change.ended : []));
    return ended.some(({ id, how }) => how === 'full' && isOwn(id))
      ? 'too much was waiting to be shown'
      : undefined;
  }

  /** What remains, when it continues later. */
  state(): RunState | undefined {
    if (this.awaiting === undefined) return undefined;
    return {
      ...this.begun,
      occasion: this.occasion,
      frames: this.frames,
      memory: this.over.memory,
      steps: this.steps,
      messages: this.messages,
      waitedMs: this.waitedMs,
      awaiting: this.awaiting,
      checks: this.checks,
      carriedOut: this.carriedOut,
      ...(this.notShown === undefined ? {} : { notShown: this.notShown }),
    };
  }

  /** Takes what came of a step: what follows, and whether the run goes on. */
  private take(step: Step, frame: Frame): void {
    if (this.steps >= STEPS_LIMIT) {
      this.end('limited', `it took ${String(STEPS_LIMIT)} steps, the most a run may`);
      return;
    }
    this.steps += 1;
    if (this.routine !== frame.routine) this.filledWith = undefined;
    this.routine = frame.routine;
    this.name = nameOf(frame, this.frames.filter(({ place }) => place === 'steps').length);
    this.follow(kindOf(step).run(step, this), frame, step);
  }

  private follow(outcome: Outcome, frame: Frame, step: Step): void {
    if (SHOWS.has(step.kind)) this.shows(outcome);
    if (outcome === undefined) return;
    if ('enter' in outcome) {
      const place = `${frame.place}.${String(frame.next)}.${outcome.enter}`;
      this.frames.push({ routine: frame.routine, place, next: 0 });
    } else if ('call' in outcome) this.call(outcome.call);
    else if ('says' in outcome) this.tell(outcome);
    else if ('waitMs' in outcome) this.wait(outcome.waitMs);
    else if ('ask' in outcome) {
      this.effects.push({ ...outcome.ask, run: this.begun.id });
      this.awaiting = { for: 'answer', asked: outcome.ask, step: this.name, stop: outcome.stop };
    } else if ('failed' in outcome) this.fail(`${this.name}: ${kindOf(step).verb}`, outcome);
    else this.end('stopped', outcome.end);
  }

  private shows(outcome: Outcome): void {
    if (outcome !== undefined && 'failed' in outcome) this.wasShown(outcome.failed);
    // What is heard at once answers later.
    else if (outcome === undefined || !('ask' in outcome) || outcome.ask.kind !== 'sound')
      this.wasShown(undefined);
  }

  /** @param failed why something could not be shown or heard; undefined where it could */
  wasShown(failed: string | undefined): void {
    this.notShown = failed === undefined ? null : this.notShown === undefined ? failed : this.notShown;
  }

  /** Notes that something could not be done, and ends the run if that was set. */
  fail(rule: string, { failed, stop, forAll = false }: Extract<Outcome, { failed: unknown }>): void {
    this.note(rule, failed, 'stopped');
    this.failure ??= { words: failed, forAll };
    this.remember('run', FAILURE, failed);
    if (stop) this.end('failed', failed);
  }

  /** Goes on with what is said of a game; the texts from here on are told of that. */
  private tell({ says, game }: Extract<Outcome, { says: unknown }>): void {
    const said = this.world.gameTexts.of(game, says, this.world.chance);
    this.occasion = { ...this.occasion, game: { id: game, told: says.told } };
    this.filledWith = undefined;
    if (said !== undefined) this.frames.push({ routine: said, place: 'steps', next: 0 });
  }

  private call(id: string): void {
    const called = this.world.routines.find(id);
    if (called === undefined) return;
    const depth = this.frames.filter(({ place }) => place === 'steps').length;
    if (depth >= DEPTH_LIMIT)
      this.end('limited', `${called.title} would be the ${String(depth + 1)}th routine within another`);
    else this.frames.push({ routine: called, place: 'steps', next: 0 });
  }

  private wait(ms: number): void {
    if (this.waitedMs + ms > WAIT_LIMIT * 1000) {
      this.end('limited', `it would wait more than ${durationInWords(WAIT_LIMIT * 1000)} in all`);
      return;
    }
    this.waitedMs += ms;
    this.note(`${this.name}: waits`, durationInWords(ms));
    this.awaiting = { for: 'time', until: this.at + ms };
  }

  private end(how: RunEnd['how'], words: string): void {
    this.ended = { how, words };
    this.note(`Ended: ${words}`, '', how === 'stopped' ? 'noted' : 'stopped');
  }

  say(effect: SayEffect): Outcome {
    if (this.messages >= MESSAGES_LIMIT) {
      this.end('limited', `it said ${String(MESSAGES_LIMIT)} messages, the most a run may`);
      return undefined;
    }
    this.carriedOut = true;
    this.effects.push(this.messages === 0 ? effect : { ...effect, later: true });
    this.messages += 1;
    return undefined;
  }

  render(source: string): { readonly text: string; readonly ownStart: boolean } {
    const parsed = this.routine.texts.get(source);
    if (parsed === undefined) return { text: '', ownStart: true };
    const { text, notes } = renderText(parsed, this.scope());
    for (const note of notes) this.note(note, '', 'warned');
    return { text, ownStart: parsed.ownStart };
  }

  evaluate(expression: string): Evaluated {
    return evaluate(expression, this.scope());
  }

  check(conditions: Conditions): Held {
    return checkConditions(conditions, this.scope(), (source) => this.render(source).text);
  }

  choose(id: string, texts: readonly string[], order: DrawOrder): string | undefined {
    if (texts.length <= 1) return texts[0];
    const owner = this.routine.id;
    const { place, state } = draw(order, texts.length, this.world.draws.of(owner, id), this.world.chance);
    if (state !== undefined) this.change({ kind: 'draw', owner, step: id, state });
    this.note(`${this.name}: one of ${String(texts.length)} texts`, `number ${String(place + 1)}`);
    return texts[place];
  }

  draw(id: string, order: DrawOrder): { readonly text: string; readonly place: number } | undefined {
    const list = this.world.lists.find(id);
    const line = list === undefined ? undefined : drawLine(list, order, this.world.chance);
    if (list === undefined || line === undefined) return undefined;
    if (line.change !== undefined) this.change(line.change);
    this.note(
      `${this.name}: drew from ${list.name}`,
      `line ${String(line.place + 1)} of ${String(list.size)}`,
    );
    return line;
  }

  remember(span: Span, name: string, text: string | null): void {
    if (span === 'run') {
      this.filledWith = undefined;
      if (text === null) Reflect.deleteProperty(this.over.memory, name);
      else this.over.memory[name] = text;
      return;
    }
    const by = this.occasion.viewer.id;
    const viewer = span === 'viewer' ? by : '';
    this.change({ kind: 'remembered', span, viewer, name, text, by, at: this.at });
  }

  recall(span: Span, name: string): string | undefined {
    return this.over.recall(span, name);
  }

  change(change: RoutineChange): void {
    this.filledWith = undefined;
    this.changes.push(change);
    // Which text or line was drawn is no use to whoever paid.
    if (change.kind !== 'draw' && change.kind !== 'drawn') this.carriedOut = true;
    this.over.apply(change);
  }

  note(rule: string, measure = '', outcome: Check['outcome'] = 'noted'): void {
    if (this.checks.length < CHECKS_LIMIT) this.checks.push({ rule, measure, outcome });
  }

  private scope(): Scope {
    return (this.filledWith ??= this.scopeNow());
  }

  private scopeNow(): Scope {
    const world = withNames(this.world, this.routine);
    return {
      values: textValues(this.occasion, world, this.over.memory, this.at, {}, (steps) => {
        this.budget.left -= steps;
      }),
      known: knownValues(this.occasion.inputNames, world, Object.keys(this.over.memory)),
      chance: this.world.chance,
      now: this.at,
      budgets: [this.budget],
    };
  }
}

const NO_ROUTINE: PreparedRoutine = {
  id: '',
  title: '',
  routine: { steps: [], whileRunning: 'beside', afterRestart: 'end' },
  texts: new Map(),
  counters: [],
  words: [],
  speaks: false,
  fault: undefined,
};

/** `Step 3`, `Step 3, then 1`, and in a called routine `Survey tale, step 2`. */
function nameOf({ routine, place, next }: Frame, depth: number): string {
  const words = place
    .replace(/^steps\.?/u, '')
    .replace(/branches\.(\d+)\.steps/gu, (_all, at: string) => `branch ${String(Number(at) + 1)}`)
    .split('.')
    .filter((part) => part !== '')
    .map((part) => (/^\d+$/u.test(part) ? String(Number(part) + 1) : part));
  const path = [...words, String(next + 1)].join(' ');
  return depth > 1 ? `${routine.title}, step ${path}` : `Step ${path}`;
}
