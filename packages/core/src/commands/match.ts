import { foldName, parseText, type ParsedText } from '../text/index.js';
import { PREFIX, type Command } from './command.js';

/** A command made ready: its text parsed once, not on every message. */
export interface PreparedCommand {
  readonly command: Command;
  /** undefined when a saved text can no longer be read: the command is then off by itself */
  readonly text: ParsedText | undefined;
  readonly fault: string | undefined;
  readonly draft: boolean;
}

/** All commands by every name they answer to. Immutable; made anew when a command changes. */
export type CommandIndex = ReadonlyMap<string, PreparedCommand>;

export function prepareCommand(command: Command, draft = false): PreparedCommand {
  const result = parseText(command.text);
  if ('fault' in result) return { command, draft, text: undefined, fault: result.fault.message };
  return { command, draft, text: result.text, fault: undefined };
}

/** Indexes commands by folded name and aliases. Of two that claim one name the later wins. */
export function indexCommands(commands: Iterable<PreparedCommand>): CommandIndex {
  const index = new Map<string, PreparedCommand>();
  for (const prepared of commands)
    for (const name of [prepared.command.name, ...prepared.command.aliases])
      index.set(foldName(name), prepared);
  return index;
}

/** A message that begins like a command: the word after the prefix, and all that follows it. */
export interface Typed {
  readonly name: string;
  readonly input: string;
}

/** Reads a message as a command; undefined when it does not begin with the prefix and a word. */
export function readTyped(text: string): Typed | undefined {
  const trimmed = text.trim();
  if (!trimmed.startsWith(PREFIX)) return undefined;
  const [name = ''] = /^\S*/u.exec(trimmed.slice(PREFIX.length)) ?? [];
  if (name === '' || name.startsWith(PREFIX)) return undefined;
  return { name, input: trimmed.slice(PREFIX.length + name.length).trim() };
}
