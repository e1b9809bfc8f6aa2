import { commandBody, titleOf } from '@gully/core/commands';
import { answerOf, api, asSent, commandFrom, type Command, type CommandBody } from '../api/index.js';
import { changedParts, placesIn, type Kind } from '../editing/index.js';
import { commandsQuery } from '../live/index.js';
import { draftsOf } from '../ui/index.js';
import { blankBody, PARTS } from './parts.js';

/** Commands that are edited and not saved. */
export const drafts = draftsOf<CommandBody>({
  kind: 'command.2',
  blank: blankBody,
  whole: (body) => {
    const blank = blankBody();
    return { ...blank, ...body, routine: { ...blank.routine, ...body.routine } };
  },
  differ: (a, b) => changedParts(PARTS, a, b).length > 0,
});

export const COMMAND: Kind<CommandBody, Command> = {
  thing: 'command',
  word: 'command',
  path: '/prepare/commands',
  drafts,
  blank: blankBody,
  bodyOf: commandBody,
  copyOf: (body) => ({
    ...body,
    trigger: { ...body.trigger, name: '', aliases: [], phrases: [], pattern: '' },
  }),
  readVersion: (body) => body as CommandBody,
  parts: PARTS,
  server: {
    create: async (body) => commandFrom(await answerOf(api.POST('/api/commands', { body: asSent(body) }))),
    replace: async (id, body, version) =>
      commandFrom(
        await answerOf(
          api.PUT('/api/commands/{id}', { params: { path: { id } }, body: { ...asSent(body), version } }),
        ),
      ),
    remove: (id) => answerOf(api.DELETE('/api/commands/{id}', { params: { path: { id } } })),
    restore: async (id) =>
      commandFrom(await answerOf(api.POST('/api/commands/{id}/restore', { params: { path: { id } } }))),
    stepBack: async (id, version) =>
      commandFrom(
        await answerOf(
          api.POST('/api/commands/{id}/step-back', { params: { path: { id } }, body: { version } }),
        ),
      ),
    several: async (body) => (await answerOf(api.POST('/api/commands/several', { body }))).map(commandFrom),
  },
  ...placesIn<Command>(commandsQuery.queryKey, (command) => titleOf(command, '')),
};
