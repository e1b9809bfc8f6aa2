import { CONNECTIONS, ROLES } from '../chat/index.js';
import { checkRoutine, textFault, type Faults, type Surroundings } from '../routines/index.js';
import { whenFault } from '../stream/index.js';
import { characterCount, compilePattern, foldName, groupNames, phraseForm } from '../text/index.js';
import {
  ALIASES_LIMIT,
  COOLDOWN_LIMIT,
  GROUP_LIMIT,
  NAME_LIMIT,
  NAME_WORDS,
  NAMED_LIMIT,
  PATTERN_LIMIT,
  PHRASE_LIMIT,
  PHRASES_LIMIT,
  titleOf,
  type Command,
  type CommandBody,
  type Gates,
  type Trigger,
} from './command.js';
import { CHOICES_LIMIT, INPUT_NAME, INPUTS_LIMIT, type Input } from './input.js';

/** A name as it is kept: one space between its words, without the prefix, which people type out of habit. */
export function tidyName(name: string, prefix: string): string {
  const trimmed = name.trim().replace(/\s+/gu, ' ');
  return trimmed.startsWith(prefix) ? trimmed.slice(prefix.length).trimStart() : trimmed;
}

/** A command as it is kept. */
export function tidyCommand<T extends CommandBody>(body: T, prefix: string): T {
  const { trigger } = body;
  return {
    ...body,
    group: body.group.trim(),
    trigger: {
      ...trigger,
      name: tidyName(trigger.name, prefix),
      aliases: trigger.aliases.map((alias) => tidyName(alias, prefix)).filter((alias) => alias !== ''),
      phrases: trigger.phrases.map((phrase) => phrase.trim().replace(/\s+/gu, ' ')),
    },
  };
}

/**
 * Checks a command before it is saved, against itself and against the others. The same
 * check serves the editor and the server. Places are such as `trigger.name`, `steps.0.texts.0`.
 *
 * @param all saved commands; where it has an id, what is said of that id there is itself. Names are looked up in
 *   an index that is made once for the same list, so many can be checked against many
 */
export function checkCommand(
  body: CommandBody & { readonly id?: string },
  all: readonly Command[],
  prefix: string,
  about: Surroundings = {},
): Faults {
  const { trigger, gates, inputs, routine, id } = body;
  const faults: Faults = { ...checkRoutine(routine, about) };
  const others: Others = { all, except: id };
  const set = (place: string, fault: string | undefined): void => {
    if (fault !== undefined) faults[place] = fault;
  };
  set(
    'group',
    characterCount(body.group) > GROUP_LIMIT
      ? `A group’s name has at most ${String(GROUP_LIMIT)} characters`
      : undefined,
  );
  if (trigger.name.trim() !== '' || (trigger.phrases.length === 0 && trigger.pattern === ''))
    set('trigger.name', nameFault(trigger.name, prefix) ?? takenFault(trigger.name, others, prefix));
  set('trigger.aliases', aliasesFault(trigger, others, prefix));
  set('trigger.phrases', phrasesFault(trigger, others, prefix));
  set('trigger.pattern', patternFault(trigger, others, prefix));
  const unknown = trigger.connections.find((connection) => !CONNECTIONS.includes(connection));
  set('trigger.connections', unknown === undefined ? undefined : `There is no connection called ${unknown}`);
  Object.assign(faults, checkGates(gates));
  Object.assign(faults, checkInputs(inputs));
  return faults;
}

function nameFault(name: string, prefix: string): string | undefined {
  const tidy = tidyName(name, prefix);
  if (tidy === '') return 'Give it a name: the word viewers type';
  if (tidy.split(' ').length > NAME_WORDS) return `A name has at most ${String(NAME_WORDS)} words`;
  if (/[\p{Cc}\p{Cf}]/u.test(tidy)) return 'The name has invisible characters in it';
  if (tidy.startsWith(prefix)) return `The name begins with the prefix ${prefix}`;
  if (characterCount(tidy) > NAME_LIMIT)
    return `A name has at most ${String(NAME_LIMIT)} characters; this has ${String(characterCount(tidy))}`;
  return undefined;
}

/** The commands one is checked against. */
interface Others {
  readonly all: readonly Command[];
  /** the id of the one that is checked, which does not count */
  readonly except: string | undefined;
}

function findOther({ all, except }: Others, fits: (other: Command) => boolean): Command | undefined {
  return all.find((each) => each.id !== except && fits(each));
}

/** Who has a name, by its folded form; made once for a list of commands. */
const names = new WeakMap<readonly Command[], ReadonlyMap<string, readonly Command[]>>();

function namesOf(all: readonly Command[]): ReadonlyMap<string, readonly Command[]> {
  const known = names.get(all);
  if (known !== undefined) return known;
  const found = new Map<string, Command[]>();
  for (const command of all) {
    const { name, aliases } = command.trigger;
    for (const each of name === '' ? aliases : [name, ...aliases]) {
      const key = foldName(each);
      const those = found.get(key) ?? [];
      found.set(key, those);
      those.push(command);
    }
  }
  names.set(all, found);
  return found;
}

function takenFault(name: string, { all, except }: Others, prefix: string): string | undefined {
  const tidy = tidyName(name, prefix);
  const key = foldName(tidy);
  const other = namesOf(all)
    .get(key)
    ?.find(({ id }) => id !== except);
  if (other === undefined) return undefined;
  return foldName(other.trigger.name) === key
    ? `${prefix}${tidy} is taken: there is a command of that name`
    : `${prefix}${tidy} is taken: it is an alias of ${titleOf(other, prefix)}`;
}

function aliasesFault(trigger: Trigger, others: Others, prefix: string): string | undefined {
  if (trigger.aliases.length > ALIASES_LIMIT)
    return `A command has at most ${String(ALIASES_LIMIT)} aliases; this has ${String(trigger.aliases.length)}`;
  const seen = new Set([foldName(tidyName(trigger.name, prefix))]);
  for (const alias of trigger.aliases) {
    const fault = nameFault(alias, prefix) ?? takenFault(alias, others, prefix);
    if (fault !== undefined) return fault;
    const key = foldName(tidyName(alias, prefix));
    if (seen.has(key)) return `${prefix}${tidyName(alias, prefix)} is there twice`;
    seen.add(key);
  }
  return undefined;
}

function phrasesFault(trigger: Trigger, others: Others, prefix: string): string | undefined {
  const { phrases, matchCase } = trigger;
  if (phrases.length > PHRASES_LIMIT) return `A command has at most ${String(PHRASES_LIMIT)} phrases`;
  const seen = new Set<string>();
  for (const phrase of phrases) {
    const form = phraseForm(phrase, matchCase);
    if (form === '') return 'A phrase is empty: write the words it listens for, or remove it';
    if (characterCount(phrase) > PHRASE_LIMIT)
      return `A phrase has at most ${String(PHRASE_LIMIT)} characters`;
    if (!/[\p{L}\p{N}\p{S}\p{P}]/u.test(form)) return 'A phrase has nothing in it that can be seen';
    if (seen.has(form)) return `“${phrase.trim()}” is there twice`;
    seen.add(form);
    const other = findOther(
      others,
      (each) =>
        each.trigger.matchCase === matchCase &&
        each.trigger.phrases.some((theirs) => phraseForm(theirs, matchCase) === form),
    );
    if (other !== undefined) return `“${phrase.trim()}” is taken: it starts ${titleOf(other, prefix)}`;
  }
  return undefined;
}

function patternFault(trigger: Trigger, others: Others, prefix: string): string | undefined {
  const { pattern, matchCase } = trigger;
  if (pattern === '') return undefined;
  if (pattern.length > PATTERN_LIMIT) return `A pattern has at most ${String(PATTERN_LIMIT)} characters`;
  const result = compilePattern(pattern, matchCase);
  if ('fault' in result) return result.fault;
  if (groupNames(result.pattern).includes('all'))
    return 'A group of the pattern is called all, which is everything that was typed; call it otherwise';
  if (result.pattern.matches('')) return 'The pattern fits an empty message, and so every message';
  const other = findOther(others, (each) => each.trigger.pattern === pattern);
  return other === undefined ? undefined : `The pattern is taken: it starts ${titleOf(other, prefix)}`;
}

function checkGates(gates: Gates): Faults {
  const faults: Faults = {};
  const when = whenFault(gates.when);
  if (when !== undefined) faults['gates.when'] = when;
  if (![gates.lowestRole, ...gates.onlyRoles].every((role) => ROLES.includes(role)))
    faults['gates.lowestRole'] = 'There is no such role';
  for (const list of ['always', 'never'] as const) {
    if (gates[list].length > NAMED_LIMIT)
      faults[`gates.${list}`] = `At most ${String(NAMED_LIMIT)} viewers by name`;
    if (gates[list].some(({ name }) => !/^\S{1,50}$/u.test(name)))
      faults[`gates.${list}`] = 'A viewer’s name is one word of at most 50 characters';
  }
  for (const field of ['cooldown', 'viewerCooldown'] as const)
    if (!(Number.isInteger(gates[field]) && gates[field] >= 0 && gates[field] <= COOLDOWN_LIMIT))
      faults[`gates.${field}`] = 'A cooldown is whole seconds, from 0 s to 1 d';
  for (const [gate, text] of Object.entries(gates.refusals)) {
    const fault = text.trim() === '' ? undefined : textFault(text);
    if (fault !== undefined) faults[`gates.refusals.${gate}`] = fault;
  }
  const costs = [gates.cost.base, gates.cost.subscriber, gates.cost.regular, gates.cost.moderator];
  if (costs.some((cost) => cost !== null && !(Number.isSafeInteger(cost) && cost >= 0)))
    faults['gates.cost'] = 'A cost is a whole number, 0 or more';
  return faults;
}

function checkInputs(inputs: readonly Input[]): Faults {
  const faults: Faults = {};
  if (inputs.length > INPUTS_LIMIT) faults.inputs = `A command has at most ${String(INPUTS_LIMIT)} inputs`;
  const names = new Set<string>();
  let optional = false;
  for (const [index, input] of inputs.entries()) {
    const fault = inputFault(input, index === inputs.length - 1, names, optional);
    if (fault !== undefined) faults[`inputs.${String(index)}`] = fault;
    names.add(input.name);
    optional ||= input.optional;
  }
  return faults;
}

function inputFault(
  input: Input,
  isLast: boolean,
  names: ReadonlySet<string>,
  optional: boolean,
): string | undefined {
  const { name, type, least, most, choices, pattern } = input;
  if (!INPUT_NAME.test(name))
    return 'An input’s name is small letters, digits and _, beginning with a letter, at most 20';
  if (name === 'all') return '<all> is there already: it is everything that was typed';
  if (names.has(name)) return `There are two inputs called <${name}>`;
  if (optional && !input.optional) return `<${name}> cannot be required after one that is optional`;
  if (type === 'text' && !isLast) return `<${name}> takes the rest of the line, so it stands last`;
  if (least !== null && most !== null && least > most) return `<${name}>: at least is more than at most`;
  if (type === 'choice' && (choices.length < 2 || choices.length > CHOICES_LIMIT))
    return `<${name}>: give 2 to ${String(CHOICES_LIMIT)} words to choose from`;
  if (type === 'choice' && choices.some((choice) => !/^\S+$/u.test(choice)))
    return `<${name}>: each choice is one word`;
  const result = type === 'word' && pattern !== '' ? compilePattern(pattern, true) : undefined;
  return result !== undefined && 'fault' in result ? `<${name}>: ${result.fault}` : undefined;
}
