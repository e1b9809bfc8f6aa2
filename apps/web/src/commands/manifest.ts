import { titleOf } from '@gully/core/commands';
import { askAgain, channelQuery, showNews, thingsQuery } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';
import { firstTextOf } from './first-text.js';

export const COMMANDS: Manifest = {
  things: [
    thing({
      kind: 'command',
      page: async () => (await import('./commands-page.js')).CommandsPage,
      group: 'Talk',
      label: 'Commands',
      titleOf,
      draftsAs: 'command.2',
      add: { hint: 'N' },
      found: (command) => ({
        // What else it does would need all kinds of steps here, on every page.
        hint: firstTextOf(command).slice(0, 60),
        words: [...command.trigger.aliases, ...command.trigger.phrases],
      }),
      // No one types what a command asks for when something else starts it.
      refers: { fits: ({ inputs }) => inputs.every(({ optional }) => optional) },
    }),
  ],
  panels: [
    {
      id: 'uses',
      title: 'Commands used',
      size: { w: 4, h: 9 },
      rank: 110,
      load: async () => (await import('./uses-panel.js')).UsesPanel,
    },
  ],
  news: {
    uses: ({ counts }) => {
      const byId = new Map(counts.map((each) => [each.id, each]));
      showNews(thingsQuery('command'), (before) =>
        before.map((command) => ({ ...command, ...byId.get(command.id) })),
      );
    },
    setting: ({ key }) => {
      if (key === 'prefix') askAgain(channelQuery.queryKey);
    },
  },
};
