import type { Liquid } from 'liquidjs';
import type { Chance } from '../random/index.js';
import { Moment } from './drops.js';
import { elapsedInWords } from './duration.js';

/** What filters of ours need of the moment a text is rendered at. */
export interface FilterMoment {
  readonly chance: Chance;
  /** UTC milliseconds */
  readonly now: number;
}

export interface FilterEntry {
  readonly name: string;
  readonly means: string;
  readonly example: string;
}

/** The filters beside Liquid's own, as the editor's reference shows them. */
export const FILTERS: readonly FilterEntry[] = [
  {
    name: 'amount',
    means: 'a number with thousands separators, and the word for one or many; or the name of the currency',
    example: '{{ viewer.balance | amount: currency }}',
  },
  {
    name: 'duration',
    means: 'seconds as a span, such as 2 h 5 min',
    example: '{{ viewer.watch_time | duration }}',
  },
  {
    name: 'ago',
    means: 'how long a day or a time has passed',
    example: '{{ viewer.followed_since | ago }}',
  },
  { name: 'ordinal', means: '1st, 2nd, 3rd…', example: '{{ command.uses | ordinal }}' },
  {
    name: 'pick',
    means: 'one of several, by chance; separated by commas',
    example: '{{ "left, right, straight on" | pick }}',
  },
];

/** The moment of each rendering under way, by its values: Liquid hands filters nothing else of ours. */
const moments = new WeakMap<object, FilterMoment>();

/** Lets filters know the moment while `values` are rendered with. */
export function setMoment(values: object, moment: FilterMoment): void {
  moments.set(values, moment);
}

export function addFilters(engine: Liquid): void {
  engine.registerFilter('amount', (value: unknown, one?: unknown, many?: unknown) => {
    const number = numberOf(value);
    if (isNamed(one)) return `${figureOf(number)} ${number === 1 ? one.one : one.name}`;
    const word = number === 1 ? one : (many ?? one);
    const shown = figureOf(number);
    return typeof word === 'string' ? `${shown} ${word}` : shown;
  });
  // Parts of nothing are nothing, and no infinity.
  engine.registerFilter('divided_by', (value: unknown, by: unknown, whole?: unknown) => {
    const share = numberOf(value) / numberOf(by);
    if (!Number.isFinite(share)) return '';
    return whole === true ? Math.floor(share) : share;
  });
  engine.registerFilter('modulo', (value: unknown, by: unknown) => {
    const [number, span] = [numberOf(value), numberOf(by)];
    return span === 0 ? '' : ((number % span) + span) % span;
  });
  engine.registerFilter('duration', (value: unknown) => elapsedInWords(numberOf(value) * 1000));
  engine.registerFilter('ago', function (value: unknown) {
    const at = value instanceof Moment ? value.at : Date.parse(String(value));
    const now = moments.get(this.context.environments)?.now;
    return Number.isNaN(at) || now === undefined ? '' : elapsedInWords(now - at);
  });
  engine.registerFilter('ordinal', (value: unknown) => ordinal(Math.trunc(numberOf(value))));
  engine.registerFilter('pick', function (value: unknown) {
    const options = (Array.isArray(value) ? value : textOf(value).split(',')) as unknown[];
    const usable = options.map((option) => (typeof option === 'string' ? option.trim() : option));
    const offered = usable.filter((option) => option !== '');
    const chance = moments.get(this.context.environments)?.chance;
    return offered.length === 0 || chance === undefined ? '' : offered[chance.below(offered.length)];
  });
}

const FIGURES = new Intl.NumberFormat('en', { maximumFractionDigits: 2 });

function figureOf(number: number): string {
  return FIGURES.format(number);
}

/** What has a word for one of it and for several, as the currency has. */
function isNamed(value: unknown): value is { readonly one: string; readonly name: string } {
  return typeof value === 'object' && value !== null && 'one' in value && 'name' in value;
}

function textOf(value: unknown): string {
  return typeof value === 'string' || typeof value === 'number' ? String(value) : '';
}

function numberOf(value: unknown): number {
  const number = Number((value as { valueOf(): unknown } | null | undefined)?.valueOf());
  return Number.isFinite(number) ? number : 0;
}

const TENS = new Intl.PluralRules('en', { type: 'ordinal' });
const ENDINGS: Readonly<Record<string, string>> = { one: 'st', two: 'nd', few: 'rd' };

function ordinal(number: number): string {
  return `${String(number)}${ENDINGS[TENS.select(number)] ?? 'th'}`;
}
