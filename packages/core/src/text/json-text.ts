/** A value a text puts into JSON as it comes. */
export interface Unescaped {
  /** what stands between the braces */
  readonly inner: string;
  /** what takes its place with its quotes, so that it stays one string; undefined where it is part of a longer one */
  readonly instead: { readonly of: string; readonly by: string } | undefined;
}

/** Values that are numbers, or true and false, whatever anybody types. */
const SAFE =
  /^(?:counter\.\w+(?:\.most)?|command\.uses(?:_by_viewer)?|event\.count|stream\.(?:live|viewers)|(?:viewer|target)\.(?:messages|subscribed_months)|list\.\w+\.(?:lines|left)|random\.percent)$/u;

/**
 * The values in a text of JSON that are not made ready for it: someone who writes a quotation mark
 * ends the string they stand in, and adds what they like behind it.
 *
 * @param source Liquid that comes to JSON
 */
export function unescapedIn(source: string): Unescaped[] {
  const found = new Map<string, Unescaped>();
  for (const [whole, quoted = '', inner = ''] of source.matchAll(
    /("\{\{-?\s*[^{}]*?\s*-?\}\}")|\{\{-?\s*([^{}]*?)\s*-?\}\}/gu,
  )) {
    const value = quoted === '' ? inner : quoted.replace(/^"\{\{-?\s*|\s*-?\}\}"$/gu, '');
    if (/\|\s*json\s*$/u.test(value) || SAFE.test(value) || value === '') continue;
    const instead = quoted === '' ? undefined : { of: whole, by: `{{ ${value} | json }}` };
    found.set(whole, { inner: value, instead });
  }
  return [...found.values()];
}
