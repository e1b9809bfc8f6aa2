import { allSteps, sentenceOf, textsOf } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { Command } from '../api/index.js';

/** The commands that have the words somewhere a person would look for them. */
export function filterCommands(commands: readonly Command[], search: string, prefix: string): Command[] {
  const trimmed = search.trim();
  const wanted = foldName(trimmed.startsWith(prefix) ? trimmed.slice(prefix.length) : trimmed);
  if (wanted === '') return [...commands];
  return commands.filter((command) => searchedText(command).includes(wanted));
}

// Folded once a command, not on every letter typed.
const folded = new WeakMap<Command, string>();

function searchedText(command: Command): string {
  const known = folded.get(command);
  if (known !== undefined) return known;
  const { trigger, group, routine } = command;
  const texts = allSteps(routine.steps).flatMap((step) => [sentenceOf(step), ...textsOf(step)]);
  const text = foldName(
    [trigger.name, ...trigger.aliases, ...trigger.phrases, trigger.pattern, group, ...texts].join('\n'),
  );
  folded.set(command, text);
  return text;
}
