import { hasAtLeast, type Check } from '../chat/index.js';
import { checkWhen, type StreamState } from '../stream/index.js';
import { isNamed, type ViewerFacts } from '../viewers/index.js';
import { compareConsequences, type Consequence } from './consequence.js';
import type { Before, Measurement, Prepared } from './filter.js';
import { climb, type Strike } from './ladder.js';
import { Reading } from './reading.js';
import { filterOf, type FilterName } from './registry.js';
import { FILTER_NAMES, type FilterRule, type GuardSettings } from './settings.js';

/** Settings made ready; immutable, and made again when they change. */
export interface PreparedGuard {
  readonly settings: GuardSettings;
  readonly filters: readonly PreparedRule[];
}

export interface PreparedRule {
  readonly name: FilterName;
  readonly rule: FilterRule<object>;
  readonly usual: Prepared;
  readonly newcomers: Prepared;
}

export function prepareGuard(settings: GuardSettings): PreparedGuard {
  const filters = FILTER_NAMES.filter((name) => settings.filters[name].enabled).map((name): PreparedRule => {
    const rule: FilterRule<object> = settings.filters[name];
    const filter = filterOf(name);
    const usual = filter.prepare(rule.settings);
    const newcomers = rule.newcomers.minutes > 0 ? filter.prepare(rule.newcomers.settings) : usual;
    return { name, rule, usual, newcomers };
  });
  return { settings, filters };
}

/** What is looked at beside the message. */
export interface Around {
  readonly before: Before;
  readonly viewer: ViewerFacts;
  /** the ranks they have reached, by id */
  readonly ranks: readonly string[];
  /** it is the first they write here */
  readonly first: boolean;
  readonly stream: StreamState;
  readonly timeZone: string;
  readonly strikes: readonly Strike[];
  /** until when they may post links, in UTC milliseconds; undefined for not at all */
  readonly graceUntil: number | undefined;
}

/** A message that was caught. */
export interface Caught {
  /** the filter whose consequence holds */
  readonly filter: FilterName;
  readonly measurement: Measurement;
  /** of the ladder, from 1; 0 where what was found has a consequence of its own */
  readonly step: number;
  readonly consequence: Consequence;
  /** why nothing is done about it; undefined where it is */
  readonly spared: string | undefined;
}

export interface Verdict {
  /** what every filter measured, for the why */
  readonly checks: readonly Check[];
  /** undefined for a message that goes on */
  readonly caught: Caught | undefined;
}

/**
 * Looks at a message with all filters. The strictest consequence wins, and there is one: how far up
 * the ladder goes by the strikes from before. Pure: the same message and settings give the same verdict.
 */
export function judge(reading: Reading, { settings, filters }: PreparedGuard, around: Around): Verdict {
  const checks: Check[] = [];
  const caught: Omit<Caught, 'spared'>[] = [];
  for (const prepared of filters) {
    const { name, rule } = prepared;
    const { title } = filterOf(name);
    const looked = lookAt(prepared, settings, reading, around);
    if ('unseen' in looked) {
      checks.push({ rule: title, measure: looked.unseen, outcome: 'noted' });
      continue;
    }
    const { found, where } = looked;
    checks.push({
      rule: `${title}: ${found.allowed}${looked.isNew ? ', as a newcomer' : ''}`,
      measure: `${found.measure}${where}`,
      outcome: found.caught ? 'stopped' : 'passed',
    });
    if (!found.caught) continue;
    const { own } = found;
    const climbed = climb(rule.ladder ?? settings.ladder, around.strikes, reading.written.at, rule.skipTo);
    caught.push({
      filter: name,
      measurement: found,
      ...(own === undefined ? climbed : { step: 0, consequence: own }),
    });
  }
  const worst = caught.reduce<Omit<Caught, 'spared'> | undefined>(
    (one, each) =>
      one === undefined || compareConsequences(each.consequence, one.consequence) > 0 ? each : one,
    undefined,
  );
  if (worst === undefined) return { checks, caught: undefined };
  return { checks, caught: { ...worst, spared: sparedAs(around.viewer) } };
}

/** What one filter finds in a message, or why it does not look at it. */
export type Looked =
  | { readonly unseen: string }
  | {
      readonly found: Measurement;
      /** in words that follow the measure, where it was not found in the message itself */
      readonly where: string;
      readonly isNew: boolean;
    };

/** Looks at a message with one filter. */
export function lookAt(
  prepared: PreparedRule,
  { names }: Pick<GuardSettings, 'names'>,
  reading: Reading,
  around: Omit<Around, 'strikes'>,
): Looked {
  const unseen = notLookedAt(prepared, reading, around);
  if (unseen !== undefined) return { unseen };
  const { name, rule } = prepared;
  const isNew = isNewcomer(rule, around.viewer, reading.written.at);
  const inText = (isNew ? prepared.newcomers : prepared.usual).measure(reading, around.before);
  if (name !== 'phrases' || !names || !around.first || inText.caught)
    return { found: inText, where: '', isNew };
  const inName = nameOf(prepared, around);
  if (!inName.caught) return { found: inText, where: '', isNew };
  return { found: { ...inName, fragments: [] }, where: ', in the name', isNew };
}

/** Why a filter does not look at a message; undefined when it does. */
function notLookedAt(
  { name, rule }: PreparedRule,
  { written: { at } }: Reading,
  { viewer, ranks, stream, timeZone, graceUntil }: Omit<Around, 'strikes'>,
): string | undefined {
  const limit = checkWhen(rule.when, stream, at, timeZone).find(({ holds }) => !holds);
  if (limit !== undefined) return `${limit.rule.toLowerCase()}: ${limit.measure}`;
  if (rule.exemptFrom !== null && hasAtLeast(viewer.roles, rule.exemptFrom)) return 'their role is exempt';
  if (rule.exemptRank !== '' && ranks.includes(rule.exemptRank)) return 'their rank is exempt';
  if (rule.exempt.some((each) => isNamed(each, { viewer: viewer.id, name: viewer.name })))
    return 'they are exempt';
  if (name === 'links' && graceUntil !== undefined && graceUntil > at) return 'they may post links just now';
  const { minutes, how } = rule.newcomers;
  if (minutes > 0 && how === 'only' && !isNewcomer(rule, viewer, at)) return 'looks at newcomers only';
  return undefined;
}

function isNewcomer({ newcomers }: FilterRule<object>, { firstSeen }: ViewerFacts, at: number): boolean {
  return newcomers.minutes > 0 && at - firstSeen < newcomers.minutes * 60_000;
}

function nameOf({ usual }: PreparedRule, { viewer, before }: Omit<Around, 'strikes'>): Measurement {
  const reading = new Reading({ id: '', viewer: viewer.id, text: viewer.name, at: 0, emotes: [], names: [] });
  return usual.measure(reading, before);
}

/** The guard does nothing to the streamer, to moderators and to ignored bots. */
function sparedAs({ roles, bot, ignored }: ViewerFacts): string | undefined {
  if (roles.includes('streamer')) return 'the streamer';
  if (roles.includes('moderator')) return 'a moderator';
  return bot && ignored ? 'an ignored bot' : undefined;
}
