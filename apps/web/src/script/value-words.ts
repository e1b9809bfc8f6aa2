import { VALUES } from '@gully/core/channel';
import { parseText, renderText, type KnownPaths, type Scope } from '@gully/core/text';

const ENTRIES = new Map(VALUES.map((entry) => [entry.path, entry]));

/** What values that bear a name of the channel's own mean, by their paths. */
const OWN: readonly (readonly [path: RegExp, means: (name: string) => string])[] = [
  [/^counter\.(.+)\.most$/u, (name) => `the highest ${name} has been`],
  [/^counter\.(.+)$/u, (name) => `the counter ${name}`],
  [/^list\.(.+)\.left$/u, () => 'how many lines are not drawn yet this round'],
  [/^list\.(.+)\.lines$/u, () => 'how many lines the list has'],
  [/^viewer\.remembered\.(.+)$/u, (name) => `what is remembered of them as ${name}`],
  [/^target\.remembered\.(.+)$/u, (name) => `what is remembered of that viewer as ${name}`],
  [/^remembered\.failure$/u, () => 'why a step before failed; empty when none did'],
  [/^remembered\.(.+)$/u, (name) => `what is remembered as ${name}`],
  [/^input\.(.+)$/u, (name) => `typed after the command as ${name}`],
];

/** What a value means, in words. */
export function meaningOf(path: string): string {
  const entry = ENTRIES.get(path);
  if (entry !== undefined) return entry.means;
  for (const [shape, means] of OWN) {
    const [, name] = shape.exec(path) ?? [];
    if (name !== undefined) return means(name);
    if (shape.test(path)) return means('');
  }
  return 'a value';
}

/** What a text filled with the value alone would say now; empty for nothing. */
export function valueNow(path: string, scope: Scope): string {
  return sourceNow(`{{ ${path} }}`, scope);
}

/** What a text would say now; empty while it cannot be read. */
export function sourceNow(source: string, scope: Scope): string {
  const result = parseText(source);
  return 'text' in result ? renderText(result.text, scope).text : '';
}

/** Families of values in the order they are wanted, most often first. */
const ORDER = ['viewer.name', 'input.', 'counter.', 'target.name', 'viewer.', 'remembered.', 'list.'];

/**
 * The values a text can contain that fit what is typed: by their path, by what they mean, and by
 * the words people have for them.
 *
 * @param begun small letters; empty for all
 */
export function valuesFor(begun: string, known: KnownPaths): string[] {
  const fits = (path: string): number => {
    if (begun === '' || path.startsWith(begun)) return 0;
    if (path.includes(begun)) return 1;
    const words = [meaningOf(path), ...(ENTRIES.get(path)?.words ?? [])];
    return words.some((word) => word.toLowerCase().includes(begun)) ? 2 : 3;
  };
  const family = (path: string): number => {
    // An input by its name is wanted before all that was typed.
    if (path === 'input.all') return ORDER.indexOf('input.') + 0.5;
    const at = ORDER.findIndex((each) => path === each || (each.endsWith('.') && path.startsWith(each)));
    return at < 0 ? ORDER.length : at;
  };
  return [...known]
    .map((path, n) => ({ path, n, fit: fits(path), family: family(path) }))
    .filter(({ fit }) => fit < 3)
    .sort((a, b) => a.fit - b.fit || a.family - b.family || a.n - b.n)
    .map(({ path }) => path);
}
