import { commandBody, titleOf, type CommandBody } from '@gully/core/commands';
import type { Command } from '../api/index.js';
import { changedParts, declared } from '../editing/index.js';
import { blankBody, PARTS } from './parts.js';

export const COMMAND = declared<CommandBody, Command>({
  thing: 'command',
  blank: blankBody(),
  draftsAs: 'command.2',
  whole: (body) => {
    const blank = blankBody();
    return { ...blank, ...body, routine: { ...blank.routine, ...body.routine } };
  },
  differ: (a, b) => changedParts(PARTS, a, b).length > 0,
  nameOf: (body, prefix) => titleOf(body, prefix),
  sortedBy: (command) => titleOf(command, ''),
  bodyOf: commandBody,
  copyOf: (body) => ({
    ...body,
    trigger: { ...body.trigger, name: '', aliases: [], phrases: [], pattern: '' },
  }),
  parts: PARTS,
});
export const { drafts } = COMMAND;
