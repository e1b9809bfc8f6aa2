import type { Role } from '../chat/index.js';
import { whenFault, type When } from '../stream/index.js';
import type { NamedViewer } from '../viewers/index.js';
import { consequenceFault, type Consequence } from './consequence.js';
import { ladderFaults, type Ladder } from './ladder.js';
import { OVERLAPS, type Overlapping } from './punishments.js';
import { filterOf, FILTERS, type FilterName, type SettingsOf } from './registry.js';
import { rangeFault } from './filter.js';

/** One filter as a channel has it. */
export interface FilterRule<S> {
  readonly enabled: boolean;
  readonly settings: S;
  /** whom it does not look at: that role and up, and these viewers; null for no role */
  readonly exemptFrom: Role | null;
  readonly exempt: readonly NamedViewer[];
  /** whoever has reached this rank is not looked at either; empty for no rank */
  readonly exemptRank: string;
  /** of viewers first seen less than so many minutes ago; 0 minutes for nobody in particular */
  readonly newcomers: {
    readonly minutes: number;
    /** stricter: other settings for them; only: it looks at nobody else */
    readonly how: 'stricter' | 'only';
    readonly settings: S;
  };
  /** null for the shared one */
  readonly ladder: Ladder | null;
  /** the step it goes to at least, from 1; 0 for as it comes */
  readonly skipTo: number;
  /** what the viewer is told; empty for nothing */
  readonly message: string;
  readonly when: When;
}

/** A ready-made list as a channel has it. */
export interface WordListRule {
  readonly enabled: boolean;
  /** null for what the ladder says */
  readonly consequence: Consequence | null;
  /** words of it that are let through */
  readonly except: readonly string[];
}

export interface GuardSettings {
  readonly filters: { readonly [N in FilterName]: FilterRule<SettingsOf<N>> };
  readonly ladder: Ladder;
  readonly overlapping: Overlapping;
  /** who is never timed out or banned: what is caught of them is taken out, and that is all */
  readonly never: { readonly from: Role | null; readonly viewers: readonly NamedViewer[] };
  /** ready-made lists of blocked words, by language; those that are not here are off */
  readonly wordLists: Readonly<Record<string, WordListRule>>;
  /** blocked phrases are looked for in a viewer’s name too, with their first message */
  readonly names: boolean;
  /** seconds someone may post links after they were let */
  readonly grace: number;
}

export const FILTER_NAMES = Object.keys(FILTERS) as readonly FilterName[];
/** Minutes a viewer may count as new: 30 days. */
const NEWCOMER_LIMIT = 43_200;
const MESSAGE_LIMIT = 300;

/** What is wrong with settings, by place: `filters.capitals.settings.most`. */
export function guardFaults(settings: GuardSettings): Record<string, string> {
  const { filters, ladder, overlapping, wordLists, grace } = settings;
  const faults: Record<string, string> = {};
  const add = (place: string, more: Readonly<Record<string, string | undefined>>): void => {
    for (const [name, words] of Object.entries(more))
      if (words !== undefined) faults[`${place}${name}`] = words;
  };
  for (const name of FILTER_NAMES) {
    const rule: FilterRule<object> = filters[name];
    const filter = filterOf(name);
    const at = `filters.${name}.`;
    add(`${at}settings.`, filter.faults(rule.settings));
    if (rule.newcomers.minutes > 0) add(`${at}newcomers.settings.`, filter.faults(rule.newcomers.settings));
    if (rule.ladder !== null) add(`${at}ladder.`, ladderFaults(rule.ladder));
    add(at, {
      'newcomers.minutes': rangeFault(rule.newcomers.minutes, 0, NEWCOMER_LIMIT),
      skipTo: rangeFault(rule.skipTo, 0, (rule.ladder ?? ladder).steps.length),
      message:
        rule.message.length > MESSAGE_LIMIT ? `At most ${String(MESSAGE_LIMIT)} characters` : undefined,
      when: whenFault(rule.when),
    });
  }
  for (const [code, { consequence }] of Object.entries(wordLists))
    add(`wordLists.${code}.`, {
      consequence: consequence === null ? undefined : consequenceFault(consequence),
    });
  add('ladder.', ladderFaults(ladder));
  add('', {
    'overlapping.how': OVERLAPS.includes(overlapping.how) ? undefined : 'Choose one of the three',
    'overlapping.cap': rangeFault(overlapping.cap, 60, 30 * 86_400),
    grace: rangeFault(grace, 5, 3_600),
  });
  return faults;
}
