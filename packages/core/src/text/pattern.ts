import { RE2JS } from 're2js';

/**
 * Patterns people write run in linear time whatever they are (RE2), so no message can
 * hold the chat up; what RE2 cannot do, such as looking back, is refused while editing.
 */
export type PatternResult = { readonly pattern: RE2JS } | { readonly fault: string };

const compiled = new Map<string, PatternResult>();
/** Compiled patterns kept; more than a channel may have. */
const KEPT = 3_000;

/** Compiles RE2 syntax. Never throws on what a person wrote. */
export function compilePattern(source: string, matchCase: boolean): PatternResult {
  const key = `${matchCase ? 'c' : 'i'}${source}`;
  const known = compiled.get(key);
  if (known !== undefined) return known;
  const result = compileAnew(source, matchCase);
  compiled.set(key, result);
  if (compiled.size > KEPT) compiled.delete(compiled.keys().next().value ?? '');
  return result;
}

function compileAnew(source: string, matchCase: boolean): PatternResult {
  try {
    return { pattern: RE2JS.compile(source, matchCase ? 0 : RE2JS.CASE_INSENSITIVE) };
  } catch (error) {
    const reason = error instanceof Error ? error.message : '';
    // The library quotes what it made of the pattern, with its own flags before it.
    const words = reason.replace(/^error parsing regexp:\s*/u, '').replaceAll('(?i)', '');
    return { fault: `The pattern cannot be read: ${words}` };
  }
}

/** The names of a pattern's groups, which become inputs. */
export function groupNames(pattern: RE2JS): string[] {
  return Object.keys(pattern.namedGroups());
}
