import { ROLES } from '../chat/index.js';
import { characterCount, foldName, parseText } from '../text/index.js';
import {
  ALIASES_LIMIT,
  COOLDOWN_LIMIT,
  NAME_LIMIT,
  PREFIX,
  type Command,
  type CommandBody,
} from './command.js';

/** What is wrong with a command, by field; an empty object when nothing is. */
export type Faults = Partial<Record<keyof CommandBody, string>>;

/** A name as it is kept: without spaces around it and without the prefix, which people type out of habit. */
export function tidyName(name: string): string {
  const trimmed = name.trim();
  return trimmed.startsWith(PREFIX) ? trimmed.slice(PREFIX.length) : trimmed;
}

/**
 * Checks a command before it is saved, against itself and against the others.
 * The same check serves the editor and the server.
 *
 * @param others all other saved commands
 */
export function checkCommand(body: CommandBody, others: readonly Command[]): Faults {
  const faults: Faults = {};
  const set = (field: keyof CommandBody, fault: string | undefined): void => {
    if (fault !== undefined) faults[field] = fault;
  };
  set('name', nameFault(body.name) ?? takenFault(body.name, others));
  set('aliases', aliasesFault(body, others));
  set('text', textFault(body.text));
  if (!ROLES.includes(body.lowestRole))
    set('lowestRole', `There is no role called ${body.lowestRole as string}`);
  set('cooldown', cooldownFault(body.cooldown));
  set('viewerCooldown', cooldownFault(body.viewerCooldown));
  return faults;
}

function nameFault(name: string): string | undefined {
  const tidy = tidyName(name);
  if (tidy === '') return 'Give it a name: the word viewers type';
  if (/\s/u.test(tidy)) return `A name is one word; “${tidy}” has a space in it`;
  if (/[\p{Cc}\p{Cf}]/u.test(tidy)) return 'The name has invisible characters in it';
  if (characterCount(tidy) > NAME_LIMIT)
    return `A name has at most ${String(NAME_LIMIT)} characters; this has ${String(characterCount(tidy))}`;
  return undefined;
}

function takenFault(name: string, others: readonly Command[]): string | undefined {
  const key = foldName(tidyName(name));
  for (const other of others) {
    if (foldName(other.name) === key)
      return `${PREFIX}${tidyName(name)} is taken: there is a command of that name`;
    if (other.aliases.some((alias) => foldName(alias) === key))
      return `${PREFIX}${tidyName(name)} is taken: it is an alias of ${PREFIX}${other.name}`;
  }
  return undefined;
}

function aliasesFault(body: CommandBody, others: readonly Command[]): string | undefined {
  if (body.aliases.length > ALIASES_LIMIT) return `A command has at most ${String(ALIASES_LIMIT)} aliases`;
  const seen = new Set([foldName(tidyName(body.name))]);
  for (const alias of body.aliases) {
    const fault = nameFault(alias) ?? takenFault(alias, others);
    if (fault !== undefined) return fault;
    const key = foldName(tidyName(alias));
    if (seen.has(key)) return `${PREFIX}${tidyName(alias)} is there twice`;
    seen.add(key);
  }
  return undefined;
}

function textFault(source: string): string | undefined {
  if (source.trim() === '') return 'Write what the bot says';
  const result = parseText(source);
  if (!('fault' in result)) return undefined;
  const { line, column, message } = result.fault;
  return `Line ${String(line)}, column ${String(column)}: ${message}`;
}

function cooldownFault(seconds: number): string | undefined {
  if (Number.isInteger(seconds) && seconds >= 0 && seconds <= COOLDOWN_LIMIT) return undefined;
  return 'A cooldown is a whole number of seconds, from 0 to 86,400 (a day)';
}
