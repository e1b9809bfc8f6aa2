import { ROLES, type Role } from '../chat/index.js';
import type { Consequence } from './consequence.js';
import type { Ladder } from './ladder.js';
import { guardOff } from './beginnings.js';
import { FILTER_NAMES, type FilterRule, type GuardSettings } from './settings.js';

const WORD_LISTS_LIMIT = 100;

/**
 * Settings as they were stored or came in, read against what there is today: what is missing or of
 * another type stands as in a guard that looks at nothing, and what is not known is left out.
 */
export function readGuardSettings(given: unknown): GuardSettings {
  const off = guardOff();
  const read = alike(off, given) as GuardSettings;
  const filters = Object.fromEntries(
    FILTER_NAMES.map((name) => {
      const rule = partOf(partOf(given, 'filters'), name);
      const ladder = partOf(rule, 'ladder');
      const base: FilterRule<object> = read.filters[name];
      return [
        name,
        {
          ...base,
          exemptFrom: readRole(partOf(rule, 'exemptFrom'), base.exemptFrom),
          ladder: ladder === null || ladder === undefined ? null : (alike(off.ladder, ladder) as Ladder),
        },
      ];
    }),
  ) as unknown as GuardSettings['filters'];
  const never = partOf(given, 'never');
  return {
    ...read,
    filters,
    never: { ...read.never, from: readRole(partOf(never, 'from'), null) },
    wordLists: readWordLists(partOf(given, 'wordLists')),
  };
}

function readWordLists(given: unknown): GuardSettings['wordLists'] {
  if (typeof given !== 'object' || given === null) return {};
  return Object.fromEntries(
    Object.entries(given)
      .slice(0, WORD_LISTS_LIMIT)
      .map(([code, rule]) => {
        const consequence = partOf(rule, 'consequence');
        const except = partOf(rule, 'except');
        return [
          code,
          {
            enabled: partOf(rule, 'enabled') === true,
            consequence:
              typeof consequence === 'object' && consequence !== null
                ? (alike({ action: '', seconds: 0 }, consequence) as Consequence)
                : null,
            except: Array.isArray(except) ? except.filter((each) => typeof each === 'string') : [],
          },
        ];
      }),
  );
}

function readRole(given: unknown, otherwise: Role | null): Role | null {
  if (given === null) return null;
  return ROLES.find((role) => role === given) ?? otherwise;
}

function partOf(whole: unknown, key: string): unknown {
  return typeof whole === 'object' && whole !== null
    ? (whole as Readonly<Record<string, unknown>>)[key]
    : undefined;
}

const isText = (each: unknown): boolean => typeof each === 'string';
const isNamed = (each: unknown): boolean => isText(partOf(each, 'name'));
/** What may stand in a list, by what the list is called. */
const ENTRIES: Readonly<Record<string, (each: unknown) => boolean>> = {
  allowed: isText,
  blocked: isText,
  exceptions: isText,
  categories: isText,
  exempt: isNamed,
  viewers: isNamed,
  steps: (each) => isText(partOf(each, 'action')) && typeof partOf(each, 'seconds') === 'number',
  // Blocked phrases are kept in groups of their own.
  phrases: () => false,
};

/** A value in the shape of another. Of lists, the entries that can be read. */
function alike(shape: unknown, given: unknown, name = ''): unknown {
  if (Array.isArray(shape))
    return Array.isArray(given) ? given.filter(ENTRIES[name] ?? (() => false)) : shape;
  if (typeof shape === 'object' && shape !== null)
    return Object.fromEntries(
      Object.entries(shape).map(([key, each]) => [key, alike(each, partOf(given, key), key)]),
    );
  return typeof given === typeof shape ? given : shape;
}
