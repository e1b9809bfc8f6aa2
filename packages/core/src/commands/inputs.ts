import { readAmount } from '../currency/index.js';
import { characterCount, compilePattern, orOf, shortened } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { Input } from './input.js';

export const TEXT_MOST = 400;

/** What reading inputs looks at. */
export interface InputWorld {
  /** a viewer who is known or present, by name */
  named(name: string): ViewerFacts | undefined;
  /** whether several viewers are called so, and lately were here */
  isShared(name: string): boolean;
  readonly balance: number | undefined;
}

export interface ReadInputs {
  readonly values: Readonly<Record<string, unknown>>;
  /** the first viewer named */
  readonly target: ViewerFacts | undefined;
}

export type InputsResult =
  | { readonly read: ReadInputs }
  /** which input was wrong, and how */
  | { readonly fault: string; readonly input: string };

/**
 * Reads what was typed behind a command, word by word; a `text` takes all that is left.
 * Optional inputs that are missing are null.
 *
 * @param refuseExtra whether words after the last input are a fault; else they are skipped
 */
export function readInputs(
  inputs: readonly Input[],
  typed: string,
  world: InputWorld,
  refuseExtra = false,
): InputsResult {
  const values: Record<string, unknown> = {};
  let target: ViewerFacts | undefined;
  let rest = typed.trim();
  for (const input of inputs) {
    const [first = ''] = /^\S+/u.exec(rest) ?? [];
    const word = input.type === 'text' ? rest : first;
    if (word === '') {
      if (!input.optional) return { fault: `<${input.name}> is missing`, input: input.name };
      values[input.name] = null;
      continue;
    }
    const result = readOne(input, word, world);
    if ('fault' in result) return { fault: result.fault, input: input.name };
    values[input.name] = result.value;
    target ??= result.viewer;
    rest = rest.slice(word.length).trimStart();
  }
  if (refuseExtra && rest !== '') return { fault: `unexpected “${shortened(rest, 30)}”`, input: '' };
  return { read: { values, target } };
}

type One = { readonly value: unknown; readonly viewer?: ViewerFacts } | { readonly fault: string };

function readOne(input: Input, word: string, world: InputWorld): One {
  switch (input.type) {
    case 'viewer': {
      const name = word.replace(/^@/u, '').replace(/[,:]$/u, '');
      if (name === '') return { fault: `${word} is no name` };
      const viewer = world.named(name);
      if (viewer === undefined) return { fault: `no viewer called ${name} has ever been here` };
      if (world.isShared(name)) return { fault: `two viewers are called ${viewer.name}` };
      return { value: viewer.name, viewer };
    }
    case 'number':
      return numberOf(word, input);
    case 'amount': {
      const bounds = { least: input.least ?? 1, most: input.most ?? Number.MAX_SAFE_INTEGER };
      const result = readAmount(word, { ...bounds, balance: world.balance });
      return 'amount' in result ? { value: result.amount } : result;
    }
    case 'choice': {
      const chosen = input.choices.find((choice) => choice.toLowerCase() === word.toLowerCase());
      return chosen === undefined
        ? { fault: `choose ${orOf(input.choices)} instead of ${word}` }
        : { value: chosen };
    }
    case 'word':
      return matchesWhole(input.pattern, word)
        ? { value: word }
        : { fault: `${word} does not fit <${input.name}>` };
    case 'text':
      return characterCount(word) > (input.most ?? TEXT_MOST)
        ? { fault: `${input.name} has at most ${String(input.most ?? TEXT_MOST)} characters` }
        : { value: word };
    case 'yes-no':
      if (/^(?:yes|y|yeah|on|true)$/iu.test(word)) return { value: true };
      if (/^(?:no|n|nope|off|false)$/iu.test(word)) return { value: false };
      return { fault: `${word} is neither yes nor no` };
  }
}

function numberOf(word: string, { least, most }: Input): One {
  if (!/^[+-]?\d{1,15}(?:\.\d{1,6})?$/u.test(word)) return { fault: `${word} is not a number` };
  const value = Number(word);
  if (least !== null && value < least) return { fault: `${word} is under ${String(least)}` };
  if (most !== null && value > most) return { fault: `${word} is over ${String(most)}` };
  return { value };
}

function matchesWhole(pattern: string, word: string): boolean {
  if (pattern === '') return true;
  const result = compilePattern(pattern, true);
  return 'pattern' in result && result.pattern.matches(word);
}
