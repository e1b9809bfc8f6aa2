import { ROLE_NAMES, ROLES, type Role } from '../chat/index.js';
import { readAmount } from '../currency/index.js';
import { compilePattern, evaluate, foldName, type Scope } from '../text/index.js';
import {
  ALONE,
  isGroup,
  rowInWords,
  type Comparison,
  type ConditionRow,
  type Conditions,
} from './conditions.js';

export interface Held {
  readonly holds: boolean;
  /** each row that was looked at, in words with what the value was */
  readonly rows: readonly { readonly rule: string; readonly measure: string; readonly holds: boolean }[];
  readonly notes: readonly string[];
}

/**
 * Whether conditions hold. Rows are looked at in their order until it is decided, as a
 * person would: the first that fails of *all*, the first that holds of *any*.
 *
 * @param fill renders a text of Liquid
 */
export function checkConditions(
  conditions: Conditions,
  scope: Scope,
  fill: (source: string) => string,
): Held {
  const rows: { rule: string; measure: string; holds: boolean }[] = [];
  const notes: string[] = [];
  const group = ({ join, rows: inner }: Conditions): boolean =>
    join === 'all' ? inner.every(look) : inner.some(look);
  const look = (row: ConditionRow | Conditions): boolean => {
    if (isGroup(row)) return group(row);
    const { raw, text, notes: told } = evaluate(row.value, scope);
    notes.push(...told);
    const against = ALONE.includes(row.comparison) ? '' : fill(row.against);
    const holds = compare(row.comparison, raw, text, against);
    rows.push({
      rule: rowInWords(row, against),
      measure: `${text === '' ? 'it is empty' : `it is ${text}`}${holds ? '' : ': no'}`,
      holds,
    });
    return holds;
  };
  return { holds: group(conditions), rows, notes };
}

function compare(comparison: Comparison, raw: unknown, text: string, against: string): boolean {
  const [own, other] = [foldName(text.trim()), foldName(against.trim())];
  switch (comparison) {
    case 'is':
      return own === other || sameNumber(raw, text, against);
    case 'is-not':
      return own !== other && !sameNumber(raw, text, against);
    case 'contains':
      return other !== '' && own.includes(other);
    case 'begins-with':
      return other !== '' && own.startsWith(other);
    case 'matches':
      return matches(against, text);
    case 'more-than':
    case 'at-least':
    case 'less-than':
      return inOrder(comparison, raw, text, against);
    case 'is-empty':
      return own === '';
    case 'is-not-empty':
      return own !== '';
    case 'is-one-of':
      return against.split(/[,\n]/u).some((one) => foldName(one.trim()) === own);
    case 'is-a-number':
      return numberIn(text) !== undefined;
  }
}

function matches(pattern: string, text: string): boolean {
  const result = compilePattern(pattern, false);
  return 'pattern' in result && result.pattern.matcher(text).find();
}

function inOrder(
  comparison: 'more-than' | 'at-least' | 'less-than',
  raw: unknown,
  text: string,
  against: string,
): boolean {
  const roles = [rankIn(text), rankIn(against)] as const;
  const [own, other] =
    roles[0] !== undefined && roles[1] !== undefined ? roles : [measureOf(raw, text), numberIn(against)];
  if (own === undefined || other === undefined) return false;
  if (comparison === 'more-than') return own > other;
  return comparison === 'at-least' ? own >= other : own < other;
}

function sameNumber(raw: unknown, text: string, against: string): boolean {
  const [own, other] = [measureOf(raw, text), numberIn(against)];
  return own !== undefined && own === other;
}

/** What a value counts: a span its seconds, a counter its number, a text the number it writes. */
function measureOf(raw: unknown, text: string): number | undefined {
  const plain = (raw as { valueOf(): unknown } | null | undefined)?.valueOf();
  return typeof plain === 'number' && Number.isFinite(plain) ? plain : numberIn(text);
}

/** A role as a number, the stronger the more; undefined for what is no role. */
function rankIn(text: string): number | undefined {
  const word = text.trim().toLowerCase();
  const role = (Object.entries(ROLE_NAMES) as [Role, string][]).find(
    ([key, name]) => key === word || name.toLowerCase() === word,
  )?.[0];
  return role === undefined ? undefined : ROLES.length - ROLES.indexOf(role);
}

const SECONDS: Readonly<Record<string, number>> = { y: 31_536_000, d: 86_400, h: 3_600, min: 60, s: 1 };

/** The number a text writes: `40`, `-3.5`, `1,000`, `2k`, or a span such as `2 h 5 min` in seconds. */
function numberIn(text: string): number | undefined {
  const plain = text.trim();
  if (/^[+-]?\d{1,15}(?:\.\d{1,9})?$/u.test(plain)) return Number(plain);
  if (/^[+-]?\d{1,3}(?:,\d{3})+$/u.test(plain)) return Number(plain.replaceAll(',', ''));
  if (/^\d[\d.,]*[km]$/iu.test(plain)) {
    const read = readAmount(plain, { least: 0, most: Number.MAX_SAFE_INTEGER, balance: undefined });
    return 'amount' in read ? read.amount : undefined;
  }
  if (!/^(?:\d{1,9}\s?(?:y|d|h|min|s)\s?)+$/u.test(plain)) return undefined;
  let seconds = 0;
  for (const [, count = '', unit = ''] of plain.matchAll(/(\d+)\s?(y|d|h|min|s)/gu))
    seconds += Number(count) * (SECONDS[unit] ?? 0);
  return seconds;
}
