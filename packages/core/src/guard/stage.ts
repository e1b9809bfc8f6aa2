import { hasAtLeast, prepareLines, type ChatLine, type Check, type Why } from '../chat/index.js';
import { holderStandingOf } from '../currency/index.js';
import type { SayEffect } from '../area/index.js';
import { isNamed, type ViewerFacts } from '../viewers/index.js';
import { consequenceInWords, type Consequence } from './consequence.js';
import type { Fragment } from './folding.js';
import { judge, type Caught } from './judge.js';
import { silenceOf, type Silence } from './punishments.js';
import { READ_LIMIT, Reading } from './reading.js';
import { filterOf } from './registry.js';
import type { Catch, GuardChange, GuardEffect, GuardWorld } from './view.js';

/** Milliseconds between two of what viewers are told, over all filters. */
const TOLD_EVERY_MS = 15_000;

const REMOVED: Consequence = { action: 'delete', seconds: 0 };
/** Marked parts kept of one message. */
const FRAGMENTS_KEPT = 50;
/** Characters of a measurement that stands with the line itself; a longer one is in its why. */
const BRIEF = 30;
/** What a warning says where the filter has no message of its own. */
const WARNING = 'please take care what you post here.';

/** What looking at a message comes to. */
export interface Guarded {
  readonly changes: readonly GuardChange[];
  readonly effects: readonly (GuardEffect | SayEffect)[];
  readonly checks: readonly Check[];
  /** of a message that goes no further; undefined for one that goes on */
  readonly why: Why | undefined;
}

const NOT_LOOKED_AT: Guarded = { changes: [], effects: [], checks: [], why: undefined };

/** Looks at a message with all filters that are on, and decides what follows. Pure. */
export function guardLine(line: ChatLine, world: GuardWorld): Guarded {
  const { guard } = world;
  if (guard.prepared.filters.length === 0) return NOT_LOOKED_AT;
  const viewer = world.viewers.of(line);
  const { id, viewer: writer, text, at, emotes = [] } = line;
  const written = { id, viewer: writer, text, at, emotes, names: namesIn(text, world) };
  const reading = new Reading(written, guard.formsOf(text));
  const { checks, caught } = judge(reading, guard.prepared, {
    before: guard.before(reading),
    viewer,
    ranks: ranksOf(line, viewer, world),
    first: viewer.messages <= 1,
    stream: world.stream,
    timeZone: world.timeZone,
    strikes: guard.standingOf(line.viewer).strikes,
    graceUntil: world.grace.until(line.viewer),
  });
  const looked: GuardChange = { kind: 'looked', reading };
  if (caught === undefined) return { ...NOT_LOOKED_AT, changes: [looked], checks: [inOne(checks)] };
  const kept = catchOf(line, caught, world);
  const told = kept.spared === undefined ? tellingOf(kept, world) : undefined;
  const changes: GuardChange[] = [
    looked,
    { kind: 'moderated', act: 'catch', caught: kept },
    ...(told === undefined ? [] : [{ kind: 'told' as const, at: line.at }]),
  ];
  const all: Check[] = [...checks, { rule: 'What follows', measure: followsInWords(kept), outcome: 'noted' }];
  const effects = [...effectsOf(kept), ...(told === undefined ? [] : [told])];
  if (!isRemoved(kept)) return { changes, effects, checks: all, why: undefined };
  const title = filterOf(kept.filter).title.toLowerCase();
  return {
    changes,
    effects,
    checks: [],
    why: {
      outcome: 'removed',
      brief: kept.measure.length > BRIEF ? title : `${title}: ${kept.measure}`,
      checks: all,
      decided: `Caught for ${title}: ${kept.measure}, where ${kept.allowed} is allowed. ${sentence(followsInWords(kept))}`,
    },
  };
}

/** The ranks whoever wrote it has reached, where any filter asks for them. */
function ranksOf({ roles }: ChatLine, viewer: ViewerFacts, { guard, purse }: GuardWorld): string[] {
  if (guard.prepared.filters.every(({ rule }) => rule.exemptRank === '')) return [];
  return (holderStandingOf(purse, viewer, roles)?.ranks ?? []).map(({ id }) => id);
}

/** Whether the message is gone, and starts nothing. */
export function isRemoved({
  spared,
  consequence: { action },
}: Pick<Catch, 'spared' | 'consequence'>): boolean {
  return spared === undefined && action !== 'record' && action !== 'warn';
}

/** The reason a platform is given: it begins so that people’s own reasons can be told from it. */
export function reasonOfCatch({ filter, measure }: Pick<Catch, 'filter' | 'measure'>): string {
  return `Gully: ${filterOf(filter).title.toLowerCase()} (${measure})`.slice(0, 150);
}

function catchOf(line: ChatLine, caught: Caught, world: GuardWorld): Catch {
  const { guard } = world;
  const { given } = guard.standingOf(line.viewer);
  const { overlapping } = guard.prepared.settings;
  const now = silenceOf(given, overlapping, line.at);
  const { consequence, step, counts } = milder(caught, now, line, world);
  const { action, seconds } = consequence;
  const spared = caught.spared ?? (action === 'record' ? undefined : guard.powerless());
  const kept: Catch = {
    id: line.id,
    at: line.at,
    viewer: line.viewer,
    name: line.name,
    text: line.text.slice(0, READ_LIMIT),
    filter: caught.filter,
    measure: caught.measurement.measure,
    allowed: caught.measurement.allowed,
    fragments: caught.measurement.fragments.slice(0, FRAGMENTS_KEPT),
    consequence,
    step,
    strike: spared === undefined && counts,
    spared,
    until: undefined,
    overlap: undefined,
  };
  if (spared !== undefined || !isSilencing(consequence)) return kept;
  const { id, at } = line;
  const own = { id, at, by: 'guard', seconds: action === 'ban' ? undefined : seconds } as const;
  const after = silenceOf([...given, own], overlapping, at);
  return {
    ...kept,
    until: after === undefined ? undefined : (after.until ?? null),
    overlap: overlapping.how,
  };
}

/** What really follows: less for those who may not write already, and for those who are never timed out. */
function milder(
  { consequence, step }: Caught,
  now: Silence | undefined,
  line: ChatLine,
  { guard }: GuardWorld,
): Pick<Catch, 'consequence' | 'step'> & { readonly counts: boolean } {
  // They wrote this before they could know that they may not; it is taken out, and counts no further.
  const isStricter = consequence.action === 'ban' && now?.until !== undefined && now.by === 'guard';
  if (now !== undefined && !isStricter)
    return { consequence: isSilencing(consequence) ? REMOVED : consequence, step: 0, counts: false };
  const { never } = guard.prepared.settings;
  const isExcluded =
    (never.from !== null && hasAtLeast(line.roles, never.from)) ||
    never.viewers.some((each) => isNamed(each, line));
  return {
    consequence: isExcluded && isSilencing(consequence) ? REMOVED : consequence,
    step,
    // A step that only records leads to the next all the same.
    counts: step > 0 || consequence.action !== 'record',
  };
}

function isSilencing({ action }: Consequence): boolean {
  return action === 'timeout' || action === 'ban';
}

function effectsOf(kept: Catch): GuardEffect[] {
  const { id, at, viewer, name, consequence, until } = kept;
  if (!isRemoved(kept)) return [];
  const reason = reasonOfCatch(kept);
  const since = consequence.action === 'clear' ? at - consequence.seconds * 1000 : undefined;
  return [
    ...(until === undefined
      ? []
      : [{ kind: 'silence', by: 'guard', id, viewer, name, until, reason } as const]),
    { kind: 'redact', id, viewer, name, since, reason },
  ];
}

/** What the viewer is told; undefined for nothing, or when someone was told just now. */
function tellingOf(kept: Catch, { guard }: GuardWorld): SayEffect | undefined {
  const { filter, consequence, name, at } = kept;
  const { message } = guard.prepared.settings.filters[filter];
  const words = message.trim() === '' && consequence.action === 'warn' ? WARNING : message.trim();
  if (words === '' || consequence.action === 'record') return undefined;
  if (at - (guard.toldAt() ?? -Infinity) < TOLD_EVERY_MS) return undefined;
  return { kind: 'say', lines: prepareLines(`${name}, ${words}`, true) };
}

/** What follows from a catch, in words. */
export function followsInWords({ spared, consequence, step, strike }: Catch): string {
  if (spared !== undefined) return `only recorded: ${spared}`;
  return `${consequenceInWords(consequence)}${strike && step > 0 ? `, step ${String(step)} of the ladder` : ''}`;
}

function sentence(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}

/** What was measured of a message that goes on, in one line; it is kept for every message. */
function inOne(checks: readonly Check[]): Check {
  const measured = checks.map(({ rule, measure }) => `${rule.split(':', 1)[0] ?? ''}: ${measure}`);
  return { rule: 'Guard', measure: measured.join(' · '), outcome: 'passed' };
}

/** Where names of viewers stand in a text. */
function namesIn(text: string, { viewers }: GuardWorld): Fragment[] {
  const names: Fragment[] = [];
  // Only names in capitals are counted as shouting by mistake.
  for (const { 0: name, index } of text.slice(0, READ_LIMIT).matchAll(/[\p{L}\p{N}_]{2,30}/gu))
    if (/\p{Lu}/u.test(name) && viewers.named(name) !== undefined)
      names.push({ from: index, to: index + name.length });
  return names;
}
