import { ROLES, type Role } from '../chat/index.js';
import { ALWAYS } from '../stream/index.js';
import { USUAL_LADDER } from './ladder.js';
import { USUAL_OVERLAPPING } from './punishments.js';
import { filterOf, FILTERS, type FilterName, type SettingsOf } from './registry.js';
import { FILTER_NAMES, type FilterRule, type GuardSettings } from './settings.js';

type Limits = { readonly [N in FilterName]?: Partial<SettingsOf<N>> };
export const WAYS = ['mild', 'usual', 'strict'] as const;
/** A way to begin: how tight all the filters are. */
export type Way = (typeof WAYS)[number];

/** How the three ways to begin differ from each filter’s usual limits. */
const LIMITS: Readonly<Record<Way, Limits>> = {
  mild: {
    capitals: { most: 90, from: 20 },
    symbols: { most: 70, run: 25, marks: 6 },
    length: { characters: 450, lines: 8 },
    emotes: { most: 30 },
    repetition: { most: 5, characters: 30, words: 12 },
    pace: { most: 12 },
    wave: { most: 8 },
  },
  usual: {},
  strict: {
    capitals: { most: 50, from: 8 },
    symbols: { most: 35, run: 8, marks: 3 },
    length: { characters: 200, lines: 2 },
    emotes: { most: 7, from: 5 },
    repetition: { most: 2, characters: 8, words: 4 },
    pace: { most: 5 },
    wave: { most: 3, seconds: 60 },
  },
};
/** What is off in a mild guard: what good viewers do often. */
const OFF_WHEN_MILD: readonly FilterName[] = ['capitals', 'emotes', 'wave'];

/** What viewers are told when a message of theirs is removed, until the streamer writes something else. */
const MESSAGES: Readonly<Record<FilterName, string>> = {
  links: 'please ask before you post a link.',
  phrases: 'that is not something we say here.',
  capitals: 'please go easy on the capitals.',
  symbols: 'please use fewer symbols.',
  length: 'please keep it shorter.',
  emotes: 'please use fewer emotes.',
  repetition: 'once is enough, we read everything.',
  pace: 'please slow down a little.',
  wave: 'please do not copy and paste.',
};

/** One of the three ways to begin: it sets all the filters. */
export function begin(way: Way): GuardSettings {
  const filters = Object.fromEntries(
    FILTER_NAMES.map((name) => {
      const settings = { ...FILTERS[name].blank, ...LIMITS[way][name] };
      const rule: FilterRule<object> = {
        enabled: way !== 'mild' || !OFF_WHEN_MILD.includes(name),
        settings,
        exemptFrom: name === 'phrases' ? null : way === 'strict' ? 'moderator' : 'vip',
        exempt: [],
        exemptRank: '',
        newcomers: { minutes: 0, how: 'stricter', settings },
        ladder: null,
        skipTo: 0,
        message: MESSAGES[name],
        when: ALWAYS,
      };
      return [name, rule];
    }),
  ) as unknown as GuardSettings['filters'];
  return {
    filters,
    ladder: USUAL_LADDER,
    overlapping: USUAL_OVERLAPPING,
    never: { from: null, viewers: [] },
    wordLists: {},
    names: false,
    grace: 60,
  };
}

/** A guard that looks at nothing: what a channel has until someone sets one up. */
export function guardOff(): GuardSettings {
  const { filters, ...rest } = begin('mild');
  const off = Object.entries(filters).map(([name, rule]) => [name, { ...rule, enabled: false }]);
  return { ...rest, filters: Object.fromEntries(off) as GuardSettings['filters'] };
}

/** Something a way to begin has otherwise than the settings in force, beside limits and the ladder. */
export interface AlsoChanged {
  /** names it: `capitals.enabled` */
  readonly id: string;
  /** *switches Capitals off* */
  readonly words: string;
  /** whether the guard looks at more with it than before */
  readonly adds: boolean;
}

type Part = 'enabled' | 'exemptFrom' | 'ladder' | 'skipTo';
const PARTS: readonly Part[] = ['enabled', 'exemptFrom', 'ladder', 'skipTo'];

/** What else a way to begin would change; it is asked for one by one, and left as it is unless chosen. */
export function alsoChanged(way: Way, now: GuardSettings): AlsoChanged[] {
  const then = begin(way).filters;
  return FILTER_NAMES.flatMap((name) => {
    const [before, after] = [now.filters[name], then[name]] as readonly FilterRule<object>[];
    if (before === undefined || after === undefined) return [];
    const { title } = filterOf(name);
    return PARTS.flatMap((part): AlsoChanged[] => {
      if (JSON.stringify(before[part]) === JSON.stringify(after[part])) return [];
      // Who is spared does not matter while the filter stays off.
      if (part !== 'enabled' && !before.enabled && !after.enabled) return [];
      return [{ id: `${name}.${part}`, ...PART_WORDS[part](title, before, after) }];
    });
  });
}

type Told = (title: string, before: FilterRule<object>, after: FilterRule<object>) => Omit<AlsoChanged, 'id'>;
const PART_WORDS: Readonly<Record<Part, Told>> = {
  enabled: (title, _, { enabled }) => ({ words: `Switch ${title} ${enabled ? 'on' : 'off'}`, adds: enabled }),
  exemptFrom: (title, before, { exemptFrom }) => ({
    words: `${title}: ${exemptFrom === null ? 'exempt no role' : `exempt ${ROLE_WORDS[exemptFrom]}`}`,
    adds: strength(exemptFrom) < strength(before.exemptFrom),
  }),
  ladder: (title) => ({ words: `${title}: use the shared ladder instead of its own`, adds: false }),
  skipTo: (title) => ({ words: `${title}: no longer skip to a step of the ladder`, adds: false }),
};

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  streamer: 'the streamer only',
  moderator: 'moderators and up',
  vip: 'VIPs and up',
  subscriber: 'subscribers and up',
  follower: 'followers and up',
  viewer: 'everyone',
};
/** How many roles are exempt. */
const strength = (from: Role | null): number => (from === null ? 0 : ROLES.indexOf(from) + 1);

/**
 * Settings with the limits and the ladder of a way to begin. Word lists, domains, phrases, exceptions,
 * names, messages and who is exempt by name or rank stay as they are.
 *
 * @param also what else is to be as in that way, by the ids of {@link alsoChanged}
 */
export function startOver(way: Way, now: GuardSettings, also: readonly string[]): GuardSettings {
  const then = begin(way);
  const filters = Object.fromEntries(
    FILTER_NAMES.map((name) => {
      const [before, after]: readonly FilterRule<object>[] = [now.filters[name], then.filters[name]];
      const limits = Object.entries(after?.settings ?? {}).filter(([, value]) => typeof value === 'number');
      const parts = PARTS.filter((part) => also.includes(`${name}.${part}`));
      return [
        name,
        {
          ...before,
          settings: { ...before?.settings, ...Object.fromEntries(limits) },
          ...Object.fromEntries(parts.map((part) => [part, after?.[part]])),
        },
      ];
    }),
  ) as unknown as GuardSettings['filters'];
  return { ...now, filters, ladder: then.ladder };
}
