import { Context, Liquid, LiquidError, type Template, type Variable } from 'liquidjs';
import { BudgetSpent, RUN_STEPS, Spending, TooLarge, type Budget } from './budget.js';
import {
  CHARGED_OPERATORS,
  ChargedCase,
  chargeFilters,
  chargeShown,
  stepsToShow,
  type Charged,
} from './charges.js';
import { CounterValue, Moment, Named, Span } from './drops.js';
import { addFilters, setMoment, type FilterMoment } from './filters.js';
import { nearestName } from './nearest-name.js';
import { plainParts, readPlain, type PlainPart } from './plain.js';
import type { TextValues } from './values.js';

/**
 * Texts are Liquid. They come from people and run on every message, so the engine has
 * no file access, sees own properties only, and has limits on the length of a text and on the
 * work and the memory one rendering may take, counted the same on every machine.
 */

/** Characters a text may have; a chat line shows about 1,300 of them in its three parts. */
export const TEXT_LIMIT = 5_000;
/** Liquid's own unit: roughly the items and characters a rendering may build. */
const MEMORY_LIMIT = 200_000;

const engine = new Liquid({
  ownPropertyOnly: true,
  strictFilters: true,
  templates: {},
  parseLimit: TEXT_LIMIT * 2,
  operators: CHARGED_OPERATORS,
  outputEscape(this: { readonly context: Context }, value: unknown) {
    chargeShown(this.context, value);
    return shown(value);
  },
});
addFilters(engine);
chargeFilters(engine);
engine.registerTag('case', ChargedCase);
// These read other files; there are none, and without the tag the error names it.
for (const tag of ['include', 'render', 'layout', 'block']) Reflect.deleteProperty(engine.tags, tag);

const DROPS = [Span, Moment, CounterValue, Named] as const;

/** An object is no text: left as it is, it would read as “[object Object]”. Drops know how they read. */
function shown(value: unknown): string {
  if (Array.isArray(value)) return value.map(shown).join(', ');
  if (DROPS.some((drop) => value instanceof drop)) return String(value);
  return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean'
    ? String(value)
    : '';
}

export interface TextFault {
  /** one sentence, without the place */
  readonly message: string;
  /** counted from 1 */
  readonly line: number;
  readonly column: number;
}

/** A value a text asks for, and where. */
export interface UsedValue {
  readonly path: string;
  /** counted from 1 */
  readonly line: number;
  readonly column: number;
}

/** A text made ready to render. Keep it: parsing costs many times a rendering. */
export interface ParsedText {
  readonly source: string;
  readonly used: readonly UsedValue[];
  readonly templates: readonly Template[];
  /** true when the text begins with the streamer's own letters, false when with a value */
  readonly ownStart: boolean;
  /** its pieces, where it only inserts values: those are filled in several times as fast without Liquid */
  readonly plain: readonly PlainPart[] | undefined;
}

export type ParseResult = { readonly text: ParsedText } | { readonly fault: TextFault };

/** Texts parsed last: a text is checked, made ready and read again many times before it changes. */
const parsed = new Map<string, ParseResult>();
/** Of a thousand commands, all have a few. */
const PARSED_KEPT = 5_000;

/** Parses a text and finds the values it asks for. Never throws on what a person wrote. */
export function parseText(source: string): ParseResult {
  const known = parsed.get(source);
  if (known !== undefined) return known;
  const result = parse(source);
  parsed.set(source, result);
  if (parsed.size > PARSED_KEPT) parsed.delete(parsed.keys().next().value ?? '');
  return result;
}

function parse(source: string): ParseResult {
  if (source.length > TEXT_LIMIT) {
    const message = `The text has ${String(source.length)} characters; ${String(TEXT_LIMIT)} is the most`;
    return { fault: { message, line: 1, column: 1 } };
  }
  try {
    const templates = engine.parse(source);
    return {
      text: {
        source,
        templates,
        used: usedValues(templates),
        ownStart: !/^[\s\p{Cf}]*\{/u.test(source),
        plain: plainParts(source),
      },
    };
  } catch (error) {
    return { fault: faultOf(error) };
  }
}

export interface Rendered {
  readonly text: string;
  /** what a reader of the why should know: an unknown value, a limit reached */
  readonly notes: readonly string[];
  /** the one that tells why it came out empty; undefined when it did not */
  readonly stopped: string | undefined;
}

/** The paths there are values for; a set is one. */
export interface KnownPaths extends Iterable<string> {
  has(path: string): boolean;
}

export interface UnknownValue extends UsedValue {
  readonly nearest: string | undefined;
}

/** The values a text asks for that are not among the `known` paths, each with the one it was likely meant to be. */
export function unknownIn(text: ParsedText, known: KnownPaths): UnknownValue[] {
  return text.used
    .filter(({ path }) => !known.has(path))
    .map((value) => ({ ...value, nearest: nearestName(value.path, [...known]) }));
}

/** What a text is rendered with. */
export interface Scope extends FilterMoment {
  readonly values: TextValues;
  /** the paths there are values for */
  readonly known: KnownPaths;
  /** what it is taken from; a fair amount of its own where nothing is said */
  readonly budgets?: readonly Budget[] | undefined;
}

/**
 * Renders a text. Unknown values come out empty and are noted. A text that runs over a
 * limit or fails comes out empty with the reason noted; chat never sees a raw error.
 */
export function renderText(parsed: ParsedText, { values, known, chance, now, budgets }: Scope): Rendered {
  const unknown = new Set(parsed.used.map(({ path }) => path).filter((path) => !known.has(path)));
  const notes = [...unknown].map((path) => `There is no value called ${path}; it was left empty`);
  const plain = renderPlain(parsed.plain, { values, budgets });
  if (plain !== undefined) return { text: plain, notes, stopped: undefined };
  setMoment(values, { chance, now });
  try {
    return {
      text: String(engine.renderSync(parsed.templates as Template[], contextOf({ values, budgets }))),
      notes,
      stopped: undefined,
    };
  } catch (error) {
    const stopped = renderNote(error);
    return { text: '', notes: [...notes, stopped], stopped };
  }
}

/** Fills in a text that only inserts values, for the same steps as Liquid; undefined for what is Liquid's to do or to complain of. */
function renderPlain(
  parts: readonly PlainPart[] | undefined,
  { values, budgets = [] }: Pick<Scope, 'values' | 'budgets'>,
): string | undefined {
  if (parts === undefined) return undefined;
  let text = '';
  let steps = parts.length + 1;
  try {
    for (const part of parts) {
      if (typeof part === 'string') {
        text += part;
        continue;
      }
      const found = readPlain(values, part);
      if (found === undefined) return undefined;
      text += shown(found.value);
      steps += stepsToShow(found.value);
    }
  } catch {
    return undefined;
  }
  if (budgets.some(({ left }) => left < steps)) return undefined;
  for (const budget of budgets) budget.left -= steps;
  return text;
}

/** A value with its filters, as a condition names it: `viewer.role`, `input.word | downcase`. */
export interface Evaluated {
  /** what it is, for comparing numbers; undefined when it could not be found out */
  readonly raw: unknown;
  readonly text: string;
  readonly notes: readonly string[];
}

const expressions = new Map<string, ParseResult>();
const EXPRESSIONS_KEPT = 2_000;

function parseExpression(source: string): ParseResult {
  const known = expressions.get(source);
  if (known !== undefined) return known;
  const fault = { message: 'Name one value, without the braces around it', line: 1, column: 1 };
  // Braces within would end the value and begin a text.
  const result =
    /[{}]/u.test(source) || source.trim() === '' ? { fault } : parseText(`{{ ${source.trim()} }}`);
  expressions.set(source, result);
  if (expressions.size > EXPRESSIONS_KEPT) expressions.delete(expressions.keys().next().value ?? '');
  return result;
}

/** What is wrong with a value as a condition names it, or undefined. */
export function expressionFault(source: string): string | undefined {
  const result = parseExpression(source);
  return 'fault' in result ? result.fault.message : undefined;
}

/** Finds out what a value is. Never throws; what cannot be found out is empty, and noted. */
export function evaluate(source: string, scope: Scope): Evaluated {
  const result = parseExpression(source);
  if ('fault' in result) return { raw: undefined, text: '', notes: [result.fault.message] };
  const { text, notes } = renderText(result.text, scope);
  try {
    return { raw: engine.evalValueSync(source, contextOf(scope)) as unknown, text, notes };
  } catch {
    return { raw: undefined, text, notes };
  }
}

/** Steps a text may take where nobody says what is left: a preview, a reference. */
const ALONE_STEPS = RUN_STEPS;

/** What a rendering goes on in: its values, and what it may still take. */
function contextOf({
  values,
  budgets = [{ left: ALONE_STEPS }],
}: Pick<Scope, 'values' | 'budgets'>): Context {
  const spending = new Spending(budgets, MEMORY_LIMIT);
  const steps = {
    check: () => {
      spending.step();
    },
    use: () => undefined,
  };
  const memory: Charged & { use(units: number): void; check(): void } = {
    use: (units: number) => {
      spending.use(units);
    },
    check: () => undefined,
    charge: (units: number) => {
      spending.charge(units);
    },
  };
  // Liquid's limits are classes with private parts; it calls these methods and no other, filters the last.
  return new Context(
    values,
    engine.options,
    { sync: true },
    {
      renderLimit: steps as never,
      memoryLimit: memory as never,
      liquid: engine,
    },
  );
}

/** The error of ours that Liquid has wrapped, if it is one. */
function ownError(error: unknown): unknown {
  return LiquidError.is(error) ? ((error as { originalError?: unknown }).originalError ?? error) : error;
}

function renderNote(error: unknown): string {
  const own = ownError(error);
  if (own instanceof BudgetSpent) return 'The text was stopped: it asks for too much work';
  if (own instanceof TooLarge) return 'The text was stopped: it grew too large';
  const reason = error instanceof Error ? error.message : '';
  return `The text could not be filled in: ${withoutPlace(reason)}`;
}

function usedValues(templates: Template[]): UsedValue[] {
  const found: UsedValue[] = [];
  for (const variables of Object.values(engine.analyzeSync(templates).globals))
    for (const variable of variables) {
      const { row: line, col: column } = variable.location;
      found.push({ path: pathOf(variable), line, column });
    }
  return found.sort((a, b) => a.line - b.line || a.column - b.column);
}

/** Liquid knows these of any text or list, so behind a value they are no unknown property. */
const BUILT_IN = ['size', 'first', 'last'];

function pathOf(variable: Variable): string {
  const segments = variable.segments.map((segment) => (Array.isArray(segment) ? '…' : String(segment)));
  if (segments.length > 2 && BUILT_IN.includes(segments.at(-1) ?? '')) segments.pop();
  return segments.join('.');
}

function faultOf(error: unknown): TextFault {
  if (!LiquidError.is(error)) return { message: 'The text cannot be read', line: 1, column: 1 };
  // The package's types do not show it, but not every error of its has a place.
  const { token } = error as unknown as { token?: { getPosition(): number[] } };
  const [line = 1, column = 1] = token?.getPosition() ?? [];
  return { message: withoutPlace(error.message), line, column };
}

function withoutPlace(message: string): string {
  const plain = message.replace(/, (file|line):?.*$/u, '').trim();
  return plain.charAt(0).toUpperCase() + plain.slice(1);
}
