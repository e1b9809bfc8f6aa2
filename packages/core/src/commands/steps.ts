import { IF_FAILS, type MayFail, type StepBase, type StepKindOf } from '../area/index.js';
import { stripControls } from '../text/index.js';
import type { CommandsTypes } from './types.js';

export const COMMAND_ACTS = ['add', 'change', 'remove'] as const;
/** Adds, changes or deletes a command that says one text. */
export interface CommandStep extends StepBase, MayFail {
  readonly kind: 'command';
  readonly does: (typeof COMMAND_ACTS)[number];
  /** Liquid that comes to a command's name */
  readonly named: string;
  /** Liquid; of no use where it is deleted */
  readonly text: string;
}

const editCommand: StepKindOf<CommandsTypes, CommandStep> = {
  kind: 'command',
  group: 'Do',
  verb: 'Command',
  means: 'adds a command that says one text, changes its text, or deletes it',
  words: ['commands', 'create', 'edit', 'remove', 'chat'],
  blanks: {
    does: {
      as: 'choice',
      label: 'What it does',
      options: { add: 'add', change: 'change', remove: 'delete' },
    },
    named: { as: 'text', label: 'The command’s name', example: '{{ input.name }}', most: 200 },
    text: { as: 'text', label: 'What it says', example: '{{ input.text }}', most: 2_000 },
    ifFails: IF_FAILS,
  },
  applies: ({ does }, field) => field !== 'text' || does !== 'remove',
  line: ({ does }) => [
    { blank: 'does' },
    { blank: 'named' },
    ...(does === 'remove' ? [] : (['which says', { blank: 'text' }] as const)),
    'if it cannot be,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'command', id, does: 'add', named: '', text: '', ifFails: 'stop' }),
  run({ does, named, text: source, ifFails }, run) {
    const stop = ifFails === 'stop';
    const name = stripControls(run.render(named).text).trim();
    const text = does === 'remove' ? '' : stripControls(run.render(source).text).trim();
    if (name === '') return { failed: 'no command was named', stop };
    if (does !== 'remove' && text === '') return { failed: 'there is nothing for it to say', stop };
    return { ask: { kind: 'command', does, name, text }, stop };
  },
};

export const COMMAND_STEPS = { command: editCommand };
