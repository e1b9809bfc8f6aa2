import type { About } from '../layers/index.js';
import type { Change, Effect, World } from './decision.js';
import { changeInWords } from './slices.js';

type Kind = Effect['kind'];

/** What effects of a kind are called in lists of what was done; undefined for what is counted elsewhere. */
type Words<K extends Kind> = (effect: Extract<Effect, { readonly kind: K }>) => string | undefined;

const COMMAND_ACTS = { add: 'adds', change: 'changes', remove: 'deletes' } as const;
const TIMER_ACTS = { hold: 'holds', 'go-on': 'resumes', fire: 'fires' } as const;

/** Every kind of effect there is. One without words does not compile. */
export const EFFECTS: { readonly [K in Kind]: Words<K> } = {
  // Lines of several effects are counted together.
  say: () => undefined,
  redact: ({ name, since }) =>
    since === undefined ? 'takes the message out of chat' : `takes out what ${name} wrote lately`,
  silence: ({ name, until }) => (until === null ? `bans ${name}` : `times ${name} out`),
  lift: ({ name }) => `lets ${name} write again`,
  output: ({ file, text }) => `writes ${file}.txt: ${text}`,
  clear: () => 'clears the chat',
  sound: () => 'plays a sound',
  over: () => undefined,
  line: ({ does, of, place, text }) =>
    does === 'add' ? `adds to ${of}: ${text}` : `takes line ${String(place + 1)} out of ${of}: ${text}`,
  command: ({ does, name, text }) =>
    `${COMMAND_ACTS[does]} the command ${name}${text === '' ? '' : `: ${text}`}`,
  timer: ({ does, name }) => `${TIMER_ACTS[does]} the timer ${name}`,
};

/**
 * What a decision comes to, in words.
 *
 * @param about the world has the changes made
 */
export function outcomeInWords(
  effects: readonly Effect[],
  changes: readonly Change[],
  about: About<World>,
): string[] {
  const lines = effects.reduce((sum, effect) => sum + (effect.kind === 'say' ? effect.lines.length : 0), 0);
  const words = lines === 0 ? [] : [`says ${String(lines)} ${lines === 1 ? 'line' : 'lines'}`];
  for (const effect of effects) {
    const inWords = (EFFECTS[effect.kind] as Words<Kind>)(effect);
    if (inWords !== undefined) words.push(inWords);
  }
  for (const change of changes) words.push(...changeInWords(change, about));
  return words;
}
