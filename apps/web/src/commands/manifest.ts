import { titleOf } from '@gully/core/commands';
import type { Command } from '../api/index.js';
import { askAgain, channelQuery, commandsQuery, showNews } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';
import { firstTextOf } from './first-text.js';

export const COMMANDS: Manifest = {
  places: [
    { path: '/prepare/commands/:id?', load: async () => (await import('./commands-page.js')).CommandsPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Talk',
      to: '/prepare/commands',
      label: 'Commands',
      counts: commandsQuery,
      drafts: 'gully.draft.command.2.',
    },
  ],
  actions: [{ label: 'Add command', to: `/prepare/commands/${NEW}`, hint: 'N' }],
  bundled: [
    {
      kind: 'command',
      word: 'command',
      query: commandsQuery,
      label: (command: Command, prefix) => titleOf(command, prefix),
    },
  ],
  finding: {
    heading: 'Commands',
    query: commandsQuery,
    found: (commands: readonly Command[], prefix) =>
      commands.map((command) => ({
        label: titleOf(command, prefix),
        to: `/prepare/commands/${command.id}`,
        // What else it does would need all kinds of steps here, on every page.
        hint: firstTextOf(command).slice(0, 60),
        words: [...command.trigger.aliases, ...command.trigger.phrases],
      })),
  },
  referable: {
    kind: 'command',
    query: commandsQuery,
    // Nobody types what a command asks for when something else starts it.
    options: (commands: readonly Command[], prefix) =>
      commands
        .filter(({ inputs }) => inputs.every(({ optional }) => optional))
        .map((command) => ({ value: command.id, label: titleOf(command, prefix) })),
    first: { label: 'Make a command first', to: '/prepare/commands/new' },
  },
  panels: [
    {
      id: 'uses',
      title: 'Commands used',
      place: { x: 8, y: 24, w: 4, h: 9 },
      load: async () => (await import('./uses-panel.js')).UsesPanel,
    },
  ],
  news: {
    thing: ({ of }) => {
      if (of === 'command') askAgain(commandsQuery.queryKey);
    },
    uses: ({ counts }) => {
      const byId = new Map(counts.map((each) => [each.id, each]));
      showNews(commandsQuery, (before) => before.map((command) => ({ ...command, ...byId.get(command.id) })));
    },
    setting: ({ key }) => {
      if (key === 'prefix') askAgain(channelQuery.queryKey);
    },
  },
};
