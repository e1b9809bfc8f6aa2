import { stripControls } from '../../text/index.js';
import type { CommandStep } from '../step.js';
import { IF_FAILS } from './failing.js';
import type { StepKind } from './kind.js';

export const editCommand: StepKind<CommandStep> = {
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
