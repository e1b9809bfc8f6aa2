import { occasionFor } from '../area/index.js';
import { aboutOf, eventNoun, type Occasion, type World } from '../channel/index.js';
import { checkWhen, whenFault, type When } from '../stream/index.js';
import { ROLES, type Check } from '../chat/index.js';
import { elapsedInWords } from '../text/index.js';
import { checkRoutine, type Faults, type Surroundings } from './check.js';
import { checkTrigger, triggerFault, type ChannelEvent } from './event.js';
import {
  ROUTINE_NAME_LIMIT,
  TRIGGERS_LIMIT,
  type NamedRoutine,
  type NamedRoutineBody,
} from './named-body.js';
import type { PreparedRoutine } from './prepare.js';
import { refusalOfStart, runId, startRun, type Segment } from './run.js';

/**
 * Checks a routine before it is saved. Circles are looked for by `callFault`.
 *
 * @param others all other saved routines
 */
export function checkNamedRoutine(
  body: NamedRoutineBody,
  others: readonly Pick<NamedRoutine, 'name'>[],
  about: Surroundings = {},
): Faults {
  const faults: Faults = { ...checkRoutine(body.routine, about) };
  const name = body.name.trim();
  if (name === '') faults.name = 'Give it a name';
  else if (name.length > ROUTINE_NAME_LIMIT)
    faults.name = `A name has at most ${String(ROUTINE_NAME_LIMIT)} characters`;
  else if (others.some((other) => other.name.trim().toLowerCase() === name.toLowerCase()))
    faults.name = `There is a routine called ${name} already`;
  if (body.group.length > 40) faults.group = 'A group’s name has at most 40 characters';
  if (body.triggers.length > TRIGGERS_LIMIT)
    faults.triggers = `At most ${String(TRIGGERS_LIMIT)} events start one routine`;
  for (const [at, trigger] of body.triggers.entries()) {
    const fault = ROLES.includes(trigger.lowestRole) ? triggerFault(trigger) : 'There is no such role';
    if (fault !== undefined) faults[`triggers.${String(at)}`] = fault;
  }
  const when = whenFault(body.when);
  if (when !== undefined) faults.when = when;
  return faults;
}

/** A routine made ready, with what starts it. */
export interface PreparedNamed extends PreparedRoutine {
  readonly named: NamedRoutine;
}

/** A routine that was begun, and how far it came. */
export interface Started extends Segment {
  /** names the run, and the message or event */
  readonly id: string;
  readonly owner: string;
  readonly title: string;
  readonly occasion: Occasion;
}

/** What an event comes to for one routine: begun, or why not. */
export type Happening =
  | { readonly started: Started }
  | { readonly refused: { readonly prepared: PreparedNamed; readonly checks: readonly Check[] } };

/**
 * Begins the routines an event starts, in the order of their names. What is of another
 * event, or off, is skipped without a word; what waits for this event and is stopped says why.
 *
 * @param routines those to be looked at
 */
export function decideEvent(
  event: ChannelEvent,
  routines: readonly PreparedNamed[],
  world: World,
): Happening[] {
  return routines.flatMap((prepared): Happening[] => {
    const { named } = prepared;
    const asked = named.triggers
      .map((trigger) => checkTrigger(trigger, event))
      .filter((check) => check !== undefined);
    const met = asked.find(({ outcome }) => outcome === 'passed');
    if (!named.enabled || asked.length === 0) return [];
    if (met === undefined) return [{ refused: { prepared, checks: asked } }];
    const before = event.late === undefined ? [met] : [met, lateness(event.late)];
    return [beginBy(event, prepared, world, before)];
  });
}

function lateness(ms: number): Check {
  return {
    rule: 'It is old, and what is said begins with that',
    measure: `${elapsedInWords(ms)} ago`,
    outcome: 'warned',
  };
}

/** Begins one routine, whatever it waits for, if *when* and its own runs allow it. */
export function beginBy(
  event: ChannelEvent,
  prepared: PreparedNamed,
  world: World,
  before: readonly Check[] = [],
): Happening {
  const { checks, stopped } = checkStart(prepared, prepared.named.when, event.at, world, before);
  if (stopped) return { refused: { prepared, checks } };
  return { started: begin(prepared, occasionOf(event, prepared), world, checks) };
}

/** Whether a routine may begin now: it can be read, *when* holds, and its own runs leave room. */
export function checkStart(
  prepared: PreparedRoutine,
  when: When,
  at: number,
  world: World,
  before: readonly Check[] = [],
): { readonly checks: readonly Check[]; readonly stopped: boolean } {
  const checks: Check[] = [...before];
  if (prepared.fault !== undefined)
    checks.push({ rule: 'It can be read', measure: prepared.fault, outcome: 'stopped' });
  for (const { rule, measure, holds } of checkWhen(when, world.stream, at, world.timeZone))
    checks.push(
      holds ? { rule, measure, outcome: 'passed' } : { rule, measure, outcome: 'stopped', reason: 'when' },
    );
  const refusal = refusalOfStart(prepared, world);
  if (refusal !== undefined) checks.push(refusal.check);
  // What stopped it stands last.
  const stop = checks.findIndex(({ outcome }) => outcome === 'stopped');
  return stop < 0 ? { checks, stopped: false } : { checks: checks.slice(0, stop + 1), stopped: true };
}

/** Begins a routine that may. */
export function begin(
  prepared: PreparedRoutine,
  occasion: Occasion,
  world: World,
  checks: readonly Check[],
): Started {
  const segment = startRun(prepared, occasion, world, { before: checks });
  return {
    ...segment,
    id: runId(occasion.cause, prepared.id),
    owner: prepared.id,
    title: prepared.title,
    occasion,
  };
}

function occasionOf(event: ChannelEvent, { title }: PreparedNamed): Occasion {
  const { id, viewer, roles, kind, count, amount, message, recipient, late, at } = event;
  const facts = { kind, count, amount, message, recipient, late };
  return {
    ...occasionFor({
      cause: id,
      by: eventNoun(kind),
      title,
      viewer,
      roles,
      typed: message,
      event: facts,
      at,
    }),
    ...aboutOf(event),
  };
}
