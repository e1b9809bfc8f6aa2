import type { Check } from '../../chat/index.js';
import type { SaidOfGame } from '../../plays/index.js';
import type { DrawOrder } from '../../random/index.js';
import type { Evaluated } from '../../text/index.js';
import type { Held } from '../compare.js';
import type { Conditions } from '../conditions.js';
import type { Blanks, LinePart } from '../form.js';
import type { Span, Step } from '../step.js';
import type { AskEffect, Occasion, RoutineChange, RoutineWorld, SayEffect } from '../world.js';

/** The headings steps are offered under. */
export const STEP_GROUPS = ['Say', 'Show', 'Remember', 'Decide', 'Do'] as const;

/**
 * All there is to a kind of step, in one place: how it is offered, the blanks of its
 * sentence (from which form, check, shape and schema are made) and its effect.
 */
export interface StepKind<S extends Step> {
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
  /** words it remembers something by for this run, beside those in its blanks */
  remembers?(step: S): readonly string[];
  run(step: S, run: StepRun): Outcome;
}

/** What comes of a step beside changes and effects; undefined: the next step follows. */
export type Outcome =
  | undefined
  /** the steps of one of its inner lists, then the next step */
  | { readonly enter: string }
  | { readonly call: string }
  /** something is said of a game, and whatever follows from it */
  | { readonly says: SaidOfGame; readonly game: string }
  | { readonly waitMs: number }
  | { readonly ask: AskEffect; readonly stop: boolean }
  /** it could not be done, and why */
  | {
      readonly failed: string;
      readonly stop: boolean;
      /** true for what would be said alike to anyone, which chat needs to hear only once */
      readonly forAll?: boolean;
    }
  /** ends the whole run */
  | { readonly end: string };

/** What a step may do and ask while it runs. */
export interface StepRun {
  readonly occasion: Occasion;
  readonly world: RoutineWorld;
  /** UTC milliseconds; later than the occasion's after a wait */
  readonly at: number;
  /** `Step 3` */
  readonly name: string;
  /** the id of what runs: a command's or a routine's */
  readonly owner: string;
  /** names what this step of this run does, unlike any other */
  readonly mark: string;
  render(source: string): { readonly text: string; readonly ownStart: boolean };
  evaluate(expression: string): Evaluated;
  check(conditions: Conditions): Held;
  /** one of a step's texts, chosen as it says */
  choose(id: string, texts: readonly string[], order: DrawOrder): string | undefined;
  /** messages it has said */
  readonly messages: number;
  say(effect: SayEffect): Outcome;
  change(change: RoutineChange): void;
  /** draws a line of a list; undefined when there is none to draw */
  draw(list: string, order: DrawOrder): { readonly text: string; readonly place: number } | undefined;
  remember(span: Span, name: string, text: string | null): void;
  recall(span: Span, name: string): string | undefined;
  note(rule: string, measure?: string, outcome?: Check['outcome']): void;
}
