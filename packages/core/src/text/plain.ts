import { Drop } from 'liquidjs';

/** A piece of a plain text: letters as they are, or the path of a value. */
export type PlainPart = string | readonly string[];

const VALUE = /\{\{\s*([a-z_]\w*(?:\.[a-z_]\w*)*)\s*\}\}/gu;
/** What Liquid reads as more than the name of a property. */
const OF_LIQUID: ReadonlySet<string> = new Set([
  ...['true', 'false', 'nil', 'null', 'empty', 'blank'],
  ...['size', 'first', 'last', 'not', 'and', 'or', 'contains'],
]);

/**
 * The pieces of a text that only inserts values, as most do in chat; undefined for one with
 * filters, conditions, loops or anything else that is Liquid's to read.
 */
export function plainParts(source: string): readonly PlainPart[] | undefined {
  const parts: PlainPart[] = [];
  let at = 0;
  for (const { 0: whole, 1: path = '', index } of source.matchAll(VALUE)) {
    const segments = path.split('.');
    if (segments.some((segment) => OF_LIQUID.has(segment))) return undefined;
    if (index > at) parts.push(source.slice(at, index));
    parts.push(segments);
    at = index + whole.length;
  }
  if (at < source.length) parts.push(source.slice(at));
  return parts.some((part) => typeof part === 'string' && /\{[{%]/u.test(part)) ? undefined : parts;
}

/**
 * What is at a path, as Liquid would find it: own properties only, functions asked.
 *
 * @returns undefined for what Liquid has to look for itself
 */
export function readPlain(values: object, path: readonly string[]): { readonly value: unknown } | undefined {
  let at: unknown = values;
  for (const key of path) {
    if (at === null || at === undefined) return { value: undefined };
    if (typeof at !== 'object' || Array.isArray(at)) return undefined;
    const isOwn = Object.hasOwn(at, key);
    if (!isOwn && at instanceof Drop) return undefined;
    const value: unknown = isOwn ? (at as Record<string, unknown>)[key] : undefined;
    at = typeof value === 'function' ? (value as () => unknown).call(at) : value;
  }
  return { value: at };
}
