import { characterCount, orOf, shortened, stripControls } from '../text/index.js';
import type { Answer } from './redemption.js';
import { REWARD_LIMITS, type Ask } from './terms.js';

/** How a viewer leaves out something that need not be answered. */
export const SKIP = '-';
const BETWEEN = '|';
const ACCOUNT = /^@?[\p{L}\p{N}][\p{L}\p{N}_.#-]{0,49}$/u;

const blank = ({ name, type, private: isPrivate, required }: Ask): Answer => ({
  name,
  type,
  private: isPrivate,
  required,
  text: null,
  given: false,
});

/**
 * Reads what was typed after a reward as the answers chat may carry, separated by `|` where there are
 * several; private ones are left open.
 *
 * @returns a fault in words that follow a name
 */
export function readAnswers(
  asks: readonly Ask[],
  typed: string,
): { readonly answers: readonly Answer[] } | { readonly fault: string } {
  const open = asks.filter((ask) => !ask.private);
  const parts = open.length > 1 ? typed.split(BETWEEN) : [typed];
  const answers: Answer[] = [];
  for (const ask of asks) {
    if (ask.private) {
      answers.push(blank(ask));
      continue;
    }
    const read = readAnswer(ask, parts[open.indexOf(ask)] ?? '');
    if ('fault' in read) return read;
    answers.push(read.answer);
  }
  return { answers };
}

/** Reads one answer. */
function readAnswer(ask: Ask, typed: string): { readonly answer: Answer } | { readonly fault: string } {
  const text = stripControls(typed).trim();
  if (text === '' || (text === SKIP && !ask.required))
    return ask.required
      ? { fault: `it asks for ${ask.name}: ${exampleOf(ask)}` }
      : { answer: { ...blank(ask), given: text === SKIP } };
  if (characterCount(text) > REWARD_LIMITS.answer)
    return {
      fault: `${ask.name} has ${characterCount(text).toLocaleString('en')} characters; ${String(REWARD_LIMITS.answer)} is the most`,
    };
  if (ask.type === 'account' && !ACCOUNT.test(text)) return { fault: `“${shortened(text)}” is no username` };
  if (ask.type === 'choice') {
    const chosen = ask.choices.find((choice) => choice.toLowerCase() === text.toLowerCase());
    if (chosen === undefined) return { fault: `choose ${orOf(ask.choices)} instead of “${shortened(text)}”` };
    return { answer: { ...blank(ask), text: chosen, given: true } };
  }
  return { answer: { ...blank(ask), text, given: true } };
}

/** What is to be answered next in private; undefined where nothing is. Required answers come first. */
export function nextPrivate(answers: readonly Answer[]): Answer | undefined {
  const open = answers.filter((answer) => answer.private && !answer.given);
  return open.find(({ required }) => required) ?? open[0];
}

/** Whether nothing that must be answered is missing. */
export function isAnswered(answers: readonly Answer[]): boolean {
  return answers.every(({ required, given }) => !required || given);
}

/** Takes what the buyer wrote in private as the answer that is wanted next. */
export function takeAnswer(
  answers: readonly Answer[],
  asks: readonly Ask[],
  typed: string,
): { readonly answers: readonly Answer[] } | { readonly fault: string } {
  const next = nextPrivate(answers);
  if (next === undefined) return { fault: 'nothing is missing' };
  // The reward may have been changed since.
  const ask = asks.find(({ name }) => name === next.name) ?? { ...next, choices: [] };
  const read = readAnswer({ ...ask, private: true, required: next.required }, typed);
  if ('fault' in read) return read;
  return { answers: answers.map((answer) => (answer === next ? read.answer : answer)) };
}

function exampleOf({ type, choices }: Ask): string {
  return {
    text: 'type it after the reward',
    choice: choices.join(' or '),
    address: 'type it after the reward',
    account: 'type the username after the reward',
  }[type];
}
