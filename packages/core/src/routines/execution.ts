import {
  FAILURE,
  type Failure,
  type Outcome,
  type ReadyRoutine,
  type SayEffect,
  type Span,
} from '../area/index.js';
import {
  aboutOf,
  kindOf,
  SLICES,
  WHEN_RUN_ENDS,
  type AskEffect,
  type Change,
  type Occasion,
  type RunEffect,
  type Step,
  type World,
} from '../channel/index.js';
import { prepareLines, type Check } from '../chat/index.js';
import { draw, type DrawOrder } from '../random/index.js';
import {
  durationInWords,
  evaluate,
  parseText,
  renderText,
  RUN_STEPS,
  type Budget,
  type Evaluated,
  type Scope,
} from '../text/index.js';
import { checkConditions, type Held } from './compare.js';
import type { Conditions } from './conditions.js';
import type { OwnRun } from './kinds/own.js';
import type { PreparedRoutine } from './prepare.js';
import { RunLayer } from './run-layer.js';
import type { Awaiting, Frame, RunEnd, RunState } from './run-state.js';
import { DEPTH_LIMIT, MESSAGES_LIMIT, STEPS_LIMIT, WAIT_LIMIT } from './step.js';
import { stepsAt } from './tree.js';
import { knownValues, textValues, withNames } from './values.js';

/** Entries of its why a run keeps at the most. */
const CHECKS_LIMIT = 150;

/** A run's way from where it stands to where it waits or ends. */
export class Execution implements OwnRun {
  readonly changes: Change[] = [];
  readonly effects: RunEffect[] = [];
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
    world: World,
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

  get world(): World {
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

  /** Does what follows in any area from its end. */
  settle(): void {
    if (this.ended === undefined) return;
    for (const whenRunEnds of WHEN_RUN_ENDS) {
      // Each sees what the one before it changed. No spreads here: every command ends a run, and they
      // took longer than all the rest of it.
      const ending = whenRunEnds({
        how: this.ended.how,
        words: this.ended.words,
        id: this.begun.id,
        owner: this.begun.owner,
        paid: this.begun.paid,
        occasion: this.occasion,
        world: this.world,
        changes: this.changes,
        carriedOut: this.carriedOut,
        notShown: this.notShown,
        at: this.at,
        lines: this.linesOf,
      });
      if (ending === undefined) continue;
      for (const change of ending.changes) this.change(change);
      if (ending.lines.length > 0) this.effects.push({ kind: 'say', lines: ending.lines });
      for (const { rule, measure, outcome } of ending.notes) this.note(rule, measure, outcome);
    }
  }

  /** A text that is not one of its own, as lines ready for chat. */
  private readonly linesOf = (source: string): readonly string[] => {
    const parsed = parseText(source);
    if ('fault' in parsed) return [];
    return prepareLines(renderText(parsed.text, this.scope()).text, parsed.text.ownStart);
  };

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

  private follow(outcome: Outcome<AskEffect>, frame: Frame, step: Step): void {
    if (kindOf(step).shows === true) this.shows(outcome);
    if (outcome === undefined) return;
    if ('enter' in outcome) {
      const place = `${frame.place}.${String(frame.next)}.${outcome.enter}`;
      this.frames.push({ routine: frame.routine, place, next: 0 });
    } else if ('call' in outcome) this.call(outcome.call);
    else if ('then' in outcome) this.goOnWith(outcome);
    else if ('waitMs' in outcome) this.wait(outcome.waitMs);
    else if ('ask' in outcome) {
      this.effects.push({ ...outcome.ask, run: this.begun.id });
      this.awaiting = { for: 'answer', asked: outcome.ask, step: this.name, stop: outcome.stop };
    } else if ('failed' in outcome) this.fail(`${this.name}: ${kindOf(step).verb}`, outcome);
    else this.end('stopped', outcome.end);
  }

  private shows(outcome: Outcome<AskEffect>): void {
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

  /** Goes on with a routine of an area's own; the texts from here on are about what that says. */
  private goOnWith({ then, about }: Extract<Outcome, { then: unknown }>): void {
    this.occasion = { ...this.occasion, ...aboutOf(about) };
    this.filledWith = undefined;
    if (then !== undefined && isPrepared(then)) this.frames.push({ routine: then, place: 'steps', next: 0 });
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

  say(text: string, ownStart: boolean, to?: SayEffect['to']): void {
    const lines = prepareLines(text, ownStart);
    if (lines.length === 0) {
      this.note(`${this.name}: nothing to say`, 'no text is left', 'warned');
      return;
    }
    if (this.messages >= MESSAGES_LIMIT) {
      this.end('limited', `it said ${String(MESSAGES_LIMIT)} messages, the most a run may`);
      return;
    }
    this.carriedOut = true;
    this.effects.push({
      kind: 'say',
      lines,
      ...(to === undefined ? {} : { to }),
      ...(this.messages === 0 ? {} : { later: true }),
    });
    this.messages += 1;
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

  change(change: Change): void {
    this.filledWith = undefined;
    this.changes.push(change);
    if (SLICES[change.kind].isOfUse !== false) this.carriedOut = true;
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

const isPrepared = (routine: ReadyRoutine): routine is PreparedRoutine => 'texts' in routine;

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
