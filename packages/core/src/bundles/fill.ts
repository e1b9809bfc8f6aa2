import type { Question } from './bundle.js';

const MARK = /\[\[\s*([a-z][a-z0-9_]{0,29})\s*\]\]/gu;

/** The names of the questions a text or anything with texts in it asks for. */
export function askedIn(value: unknown): string[] {
  const found = new Set<string>();
  walk(value, (text) => {
    for (const [, name = ''] of text.matchAll(MARK)) found.add(name);
    return text;
  });
  return [...found];
}

/**
 * A bundle with `[[name]]` filled in everywhere. A setting that is such a mark alone
 * becomes the answer as its type says: a number, a yes or no. What has no answer stays.
 *
 * @param answers by the question's name; what is not given takes the default
 * @returns what is wrong with an answer, by the question's name, in `faults`
 */
export function filled<T>(
  value: T,
  questions: readonly Question[],
  answers: Readonly<Record<string, string>>,
): { readonly value: T; readonly faults: Readonly<Record<string, string>> } {
  const given = new Map<string, string | number | boolean>();
  const faults: Record<string, string> = {};
  for (const question of questions) {
    const read = readAnswer(question, answers[question.name] ?? question.default);
    if ('fault' in read) faults[question.name] = read.fault;
    else given.set(question.name, read.value);
  }
  const next = walk(value, (text) => {
    const alone = /^\[\[\s*([a-z][a-z0-9_]{0,29})\s*\]\]$/u.exec(text)?.[1];
    if (alone !== undefined && given.has(alone)) return given.get(alone);
    return text.replace(MARK, (mark, name: string) => String(given.get(name) ?? mark));
  });
  return { value: next as T, faults };
}

function readAnswer(
  { type, choices }: Question,
  typed: string,
): { readonly value: string | number | boolean } | { readonly fault: string } {
  const plain = typed.trim();
  switch (type) {
    case 'text':
      return { value: plain };
    case 'number':
      return /^-?\d{1,12}(?:\.\d{1,6})?$/u.test(plain)
        ? { value: Number(plain) }
        : { fault: 'Give a number' };
    case 'yes-no':
      return /^(?:yes|no)$/iu.test(plain)
        ? { value: plain.toLowerCase() === 'yes' }
        : { fault: 'Say yes or no' };
    case 'choice':
      return choices.includes(plain) ? { value: plain } : { fault: `Choose one of ${choices.join(', ')}` };
  }
}

/** Anything with each of its texts put through `change`; the questions themselves are left alone. */
function walk(value: unknown, change: (text: string) => unknown): unknown {
  if (typeof value === 'string') return change(value);
  if (Array.isArray(value)) return value.map((each) => walk(each, change));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [key, key === 'questions' ? each : walk(each, change)]),
  );
}
