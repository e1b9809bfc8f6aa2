import type { Check } from '../chat/index.js';
import type { Kinded } from '../layers/index.js';
import type { Blanks, FieldOf, LinePart } from './blank.js';
import type { OccasionBase } from './occasion.js';
import type { AnyStep } from './step.js';

/** The headings steps are offered under. */
export const STEP_GROUPS = ['Say', 'Show', 'Remember', 'Decide', 'Do'] as const;

/** How long, or for whom, something is remembered. */
export const SPANS = ['run', 'viewer', 'stream', 'good'] as const;
export type Span = (typeof SPANS)[number];

/** Says lines, in chat for all, unless `to` says otherwise. */
export interface SayEffect {
  readonly kind: 'say';
  /** ready for chat: cleaned, and split into lines a server takes */
  readonly lines: readonly string[];
  readonly to?: { readonly how: 'reply' | 'tell'; readonly name: string; readonly line: string | undefined };
  /** true for what a run says beyond its first message; it lets answers to others go first */
  readonly later?: boolean;
}

/**
 * All there is to a kind of step, in one place: how it is offered, the blanks of its
 * sentence (from which form, check, shape and schema are made) and what it does.
 */
export interface StepKind<S extends AnyStep, Run = StepRun, Ask extends Kinded = never> {
  readonly kind: S['kind'];
  readonly group: (typeof STEP_GROUPS)[number];
  /** the verb its sentence begins with */
  readonly verb: string;
  /** what it does, in a line */
  readonly means: string;
  /** further words it is found by */
  readonly words: readonly string[];
  readonly blanks: Blanks<S>;
  /** its sentence after the verb; blanks left out do not apply as it stands */
  line(step: S): readonly LinePart<S>[];
  /** a new one */
  blank(id: string): S;
  /** false for a blank that is not checked as the step stands; left out where all are */
  applies?(step: S, field: FieldOf<S>): boolean;
  /** words it remembers something by for this run, beside those in its blanks */
  remembers?(step: S): readonly string[];
  /** true for what says something in chat */
  readonly speaks?: true;
  /** true for what puts something on a stage, or has it heard there */
  readonly shows?: true;
  run(step: S, run: Run): Outcome<Ask>;
}

/** A routine made ready, as those see it who only hand it on. */
export interface ReadyRoutine {
  readonly id: string;
  readonly title: string;
}

/** What comes of a step beside changes and effects; undefined: the next step follows. */
export type Outcome<Ask extends Kinded = never> =
  | undefined
  /** the steps of one of its inner lists, then the next step */
  | { readonly enter: string }
  | { readonly call: string }
  /** a routine of the area's own comes next, if there is one; texts from here on are about that */
  | { readonly then: ReadyRoutine | undefined; readonly about: object }
  | { readonly waitMs: number }
  | { readonly ask: Ask; readonly stop: boolean }
  /** it could not be done, and why */
  | {
      readonly failed: string;
      readonly stop: boolean;
      /** true where everyone would be told the same, so that chat needs to hear it only once */
      readonly forAll?: boolean;
    }
  /** ends the whole run */
  | { readonly end: string };

/** What a step may do and ask while it runs. */
export interface StepRun<World = unknown, Change extends Kinded = never, About = unknown> {
  readonly occasion: OccasionBase & Partial<About>;
  readonly world: World;
  /** UTC milliseconds; later than the occasion's after a wait */
  readonly at: number;
  /** `Step 3` */
  readonly name: string;
  /** the id of what runs: a command's or a routine's */
  readonly owner: string;
  /** names what this step of this run does, unlike any other */
  readonly mark: string;
  render(source: string): { readonly text: string; readonly ownStart: boolean };
  /** @param ownStart false where it begins with a value, which must not make it a command of the room's */
  say(text: string, ownStart: boolean, to?: SayEffect['to']): void;
  change(change: Change): void;
  remember(span: Span, name: string, text: string | null): void;
  recall(span: Span, name: string): string | undefined;
  note(rule: string, measure?: string, outcome?: Check['outcome']): void;
}
