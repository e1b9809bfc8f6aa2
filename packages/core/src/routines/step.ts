import type { Role } from '../chat/index.js';
import type { PlayWish } from '../plays/index.js';
import type { QueueDoes } from '../queue/index.js';
import type { DrawOrder } from '../random/index.js';
import type { Animation, Place, StageDoes } from '../stage/index.js';
import type { Conditions } from './conditions.js';

/** Every step has an id that names it within its routine, so that what is remembered of it survives moving it. */
interface Base {
  readonly id: string;
}

/** What becomes of the rest when a step fails. */
export const AFTER_FAILURE = ['go-on', 'stop'] as const;
interface MayFail {
  readonly ifFails: (typeof AFTER_FAILURE)[number];
}

interface Speaks extends Base {
  /** Liquid, at least one */
  readonly texts: readonly string[];
  /** how one of several texts is chosen */
  readonly order: DrawOrder;
}

/** Says one of its texts in chat. */
export interface SayStep extends Speaks {
  readonly kind: 'say';
}
/** Answers the message that started the routine, as a thread where the platform has them. */
export interface ReplyStep extends Speaks {
  readonly kind: 'reply';
}
/** Says it to the viewer alone. */
export interface TellStep extends Speaks {
  readonly kind: 'tell';
}

export interface WaitStep extends Base {
  readonly kind: 'wait';
  /** 1 to 300 */
  readonly seconds: number;
}

/** Draws a line of a list and remembers it for this run. */
export interface DrawStep extends Base, MayFail {
  readonly kind: 'draw';
  /** the list's id */
  readonly list: string;
  readonly order: DrawOrder;
  /** the word it is then known by: `remembered.question` */
  readonly name: string;
}

/** Finds a line of a list by its number or by words in it, and remembers it for this run. */
export interface FindLineStep extends Base, MayFail {
  readonly kind: 'find-line';
  /** Liquid that comes to a number or words; nothing for any line */
  readonly which: string;
  readonly list: string;
  readonly name: string;
}
/** Adds a line to a list. */
export interface AddLineStep extends Base, MayFail {
  readonly kind: 'add-line';
  /** Liquid */
  readonly text: string;
  readonly list: string;
}
/** Takes a line out of a list, and remembers for this run what it was. */
export interface TakeLineStep extends Base, MayFail {
  readonly kind: 'take-line';
  /** Liquid that comes to a number or the whole line */
  readonly which: string;
  readonly list: string;
  readonly name: string;
}

export const SPANS = ['run', 'viewer', 'stream', 'good'] as const;
/** How long, or for whom, something is remembered. */
export type Span = (typeof SPANS)[number];

export interface RememberStep extends Base {
  readonly kind: 'remember';
  readonly name: string;
  /** Liquid */
  readonly text: string;
  readonly span: Span;
}
export interface ForgetStep extends Base {
  readonly kind: 'forget';
  readonly name: string;
  readonly span: Span;
}

export const COUNTER_CHANGES = ['add', 'set', 'typed'] as const;
/** Changes a counter. */
export interface CounterStep extends Base {
  readonly kind: 'counter';
  readonly counter: string;
  /** typed: as the one who typed it types after the command, `+1`, `-2` or `40`; with nothing typed it stays */
  readonly change: (typeof COUNTER_CHANGES)[number];
  readonly amount: number;
  /** whose use changes it; for all others the step does nothing */
  readonly lowestRole: Role;
}

export interface IfStep extends Base {
  readonly kind: 'if';
  readonly conditions: Conditions;
  readonly then: readonly Step[];
  readonly otherwise: readonly Step[];
}

export interface Branch {
  readonly id: string;
  /** how likely, beside the others; at least 1 */
  readonly weight: number;
  readonly steps: readonly Step[];
}
export interface PickStep extends Base {
  readonly kind: 'pick';
  readonly branches: readonly Branch[];
}

/** Runs another routine, with the same occasion. */
export interface RunStep extends Base, MayFail {
  readonly kind: 'run';
  /** the routine's id */
  readonly routine: string;
}
export interface StopStep extends Base {
  readonly kind: 'stop';
}

/** Takes the last messages out of chat. */
export interface ClearStep extends Base, MayFail {
  readonly kind: 'clear';
}
/** Lets the viewer named, or the one who typed, post links for a while. */
export interface GraceStep extends Base {
  readonly kind: 'grace';
  /** up to GRACE_LIMIT_S; 0 for as long as the guard is set to */
  readonly seconds: number;
}
/** Writes a text file for streaming software to read. */
export interface OutputStep extends Base, MayFail {
  readonly kind: 'output';
  readonly file: string;
  /** Liquid */
  readonly text: string;
}
/** Sends JSON to a webhook; it is tried again until it arrives. */
export interface PostStep extends Base, MayFail {
  readonly kind: 'post';
  /** the webhook's name */
  readonly webhook: string;
  /** Liquid that comes to JSON */
  readonly body: string;
}

/** Stands in place of a timer's id where it is named by a text. Ids are ULIDs, so this cannot be one. */
export const NAMED_TIMER = 'named';

export const TIMER_ACTS = ['hold', 'go-on', 'fire'] as const;
/** Holds a timer for this stream, lets it go on, or has it fire now. */
export interface TimerStep extends Base, MayFail {
  readonly kind: 'timer';
  readonly does: (typeof TIMER_ACTS)[number];
  /** its id, or `named` for the one called what `named` comes to */
  readonly timer: string;
  /** Liquid that comes to a timer's name; of use only where none is chosen */
  readonly named: string;
}

export const COMMAND_ACTS = ['add', 'change', 'remove'] as const;
/** Adds, changes or deletes a command that says one text. */
export interface CommandStep extends Base, MayFail {
  readonly kind: 'command';
  readonly does: (typeof COMMAND_ACTS)[number];
  /** Liquid that comes to a command's name */
  readonly named: string;
  /** Liquid; of no use where it is deleted */
  readonly text: string;
}

/** Who is paid or pays: whoever is named, else whoever started it; or the latter. */
type Whom = 'viewer' | 'target';
/** Gives currency to somebody. */
export interface GiveStep extends Base, MayFail {
  readonly kind: 'give';
  /** Liquid that comes to an amount */
  readonly amount: string;
  readonly to: Whom;
  /** out of nothing, or from whoever started it */
  readonly from: 'house' | 'viewer';
}
/** Takes currency from somebody. */
export interface TakeStep extends Base, MayFail {
  readonly kind: 'take';
  /** Liquid that comes to an amount */
  readonly amount: string;
  readonly from: Whom;
}
/** Sets what somebody has. */
export interface SetBalanceStep extends Base, MayFail {
  readonly kind: 'set';
  readonly whose: Whom;
  /** Liquid that comes to an amount */
  readonly amount: string;
}

/** Stands in place of a queue's id for the one of the current category. Ids are ULIDs, so this cannot be one. */
export const CURRENT_QUEUE = 'current';
/** Something that is done to a queue, or by somebody in it. */
export interface QueueStep extends Base, MayFail {
  readonly kind: 'queue';
  readonly does: QueueDoes;
  /** its id, or `current` */
  readonly queue: string;
  /** whom it concerns, where it concerns somebody */
  readonly whom: Whom;
  /** Liquid that comes to a handle; of use for those who join */
  readonly handle: string;
}

export const HANDLE_DOES = ['set', 'forget'] as const;
/** Keeps or forgets what somebody is called in the game of the current category. */
export interface HandleStep extends Base, MayFail {
  readonly kind: 'handle';
  readonly does: (typeof HANDLE_DOES)[number];
  readonly whose: Whom;
  /** Liquid that comes to a handle */
  readonly handle: string;
}

/** Stands in place of a reward's id for the one that was typed. Ids are ULIDs, so this cannot be one. */
export const NAMED_REWARD = 'named';
/** Whoever started it buys a reward. */
export interface RedeemStep extends Base, MayFail {
  readonly kind: 'redeem';
  /** its id, or `named` for the one `typed` begins with */
  readonly reward: string;
  /** Liquid that comes to the answers it asks for, after the reward's name where that is not set */
  readonly typed: string;
}

/** Plays a game, opens a round of it, stops it, or tells how somebody did. */
export interface PlayStep extends Base, MayFail {
  readonly kind: 'play';
  /** its id */
  readonly game: string;
  readonly does: PlayWish['does'];
  /** Liquid that comes to the stake and what else is played with */
  readonly typed: string;
}

/** Stands in place of an overlay's id for every overlay that has a stage. */
export const EVERY_STAGE = 'every';
/** Stands in place of a sound's id for none. */
export const NO_SOUND = 'none';
/** Whether the next step waits until it is over. */
export const THEN = ['go-on', 'wait'] as const;
interface OnStage extends Base, MayFail {
  /** the overlay's id, or `every` */
  readonly overlay: string;
  readonly then: (typeof THEN)[number];
}

export const SHOWN = ['media', 'portrait', 'card', 'text'] as const;
/** Shows a picture, a video, a viewer or a text on the stage of an overlay. */
export interface ShowStep extends OnStage {
  readonly kind: 'show';
  readonly what: (typeof SHOWN)[number];
  /** the id of a picture or video */
  readonly media: string;
  readonly whose: Whom;
  /** Liquid; empty for none */
  readonly text: string;
  /** seconds; 0 for as long as its video or sound lasts */
  readonly seconds: number;
  readonly place: Place;
  readonly animation: Animation;
  /** the id of a sound, or `none` */
  readonly sound: string;
  /** 0 to 100 */
  readonly volume: number;
}
/** Plays a sound. */
export interface SoundStep extends OnStage {
  readonly kind: 'sound';
  readonly sound: string;
  readonly volume: number;
  /** now, beside whatever is shown, or in turn after it */
  readonly plays: 'now' | 'in-turn';
}
/** Has a text read aloud. */
export interface SpeakStep extends OnStage {
  readonly kind: 'speak';
  /** Liquid */
  readonly text: string;
  /** characters that are read */
  readonly most: number;
  readonly volume: number;
}
/** Skips, holds, clears or repeats what is on a stage. */
export interface StageStep extends Base {
  readonly kind: 'stage';
  readonly does: StageDoes;
  readonly overlay: string;
}

export type Step =
  | SayStep
  | ReplyStep
  | TellStep
  | WaitStep
  | DrawStep
  | RememberStep
  | ForgetStep
  | CounterStep
  | IfStep
  | PickStep
  | RunStep
  | StopStep
  | ClearStep
  | GraceStep
  | OutputStep
  | PostStep
  | TimerStep
  | FindLineStep
  | AddLineStep
  | TakeLineStep
  | CommandStep
  | GiveStep
  | TakeStep
  | SetBalanceStep
  | QueueStep
  | ShowStep
  | SoundStep
  | SpeakStep
  | StageStep
  | HandleStep
  | RedeemStep
  | PlayStep;
export type StepKindName = Step['kind'];
export type StepOf<K extends StepKindName> = Extract<Step, { kind: K }>;

export const WHILE_RUNNING = ['beside', 'turn', 'skip'] as const;
export const AFTER_RESTART = ['go-on', 'end'] as const;

/** What is done, step by step. */
export interface Routine {
  readonly steps: readonly Step[];
  /** what becomes of a start while it runs: beside it, in turn behind it, or not at all */
  readonly whileRunning: (typeof WHILE_RUNNING)[number];
  /** what becomes of it when Gully starts over while it waits */
  readonly afterRestart: (typeof AFTER_RESTART)[number];
}

/** Steps a routine may have, and a run may take. */
export const STEPS_LIMIT = 100;
export const TEXTS_LIMIT = 50;
export const NAME_LIMIT = 30;
/** A counter goes up and down to this, well within what is counted exactly. */
export const COUNTER_LIMIT = 1_000_000_000;
/** Seconds a run may wait in all. */
export const WAIT_LIMIT = 300;
/** Seconds somebody may post links at most. */
export const GRACE_LIMIT_S = 3_600;
/** Messages a run may say. */
export const MESSAGES_LIMIT = 10;
/** Routines within routines. */
export const DEPTH_LIMIT = 8;
/** Starts that wait for their turn behind a running one. */
export const TURNS_LIMIT = 50;
export const BRANCHES_LIMIT = 20;
export const REMEMBERED_LIMIT = 400;

/** A routine of these steps, with everything else as for a new one. */
export function routineOf(steps: readonly Step[]): Routine {
  return { steps, whileRunning: 'beside', afterRestart: 'go-on' };
}

/** A routine that says one text. */
export function sayOnly(text: string, id = 'say'): Routine {
  return routineOf([{ kind: 'say', id, texts: [text], order: 'random' }]);
}
