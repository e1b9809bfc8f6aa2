import { expect, test } from '@jest/globals';
import { BLANK_COMMAND, indexCommands, prepareCommand } from '../commands/index.js';
import { decideLine, STAGES, type World } from './index.js';

const world: World = {
  self: 'bot',
  channelName: 'lanternhour',
  index: indexCommands([prepareCommand({ ...BLANK_COMMAND, id: 'c1', name: 'map', text: 'the map' })]),
  use: () => ({ uses: 0, lastUse: undefined, lastUseByViewer: undefined }),
};
const line = { id: 'l1', viewer: 'v1', name: 'pebblewren', roles: [], text: '!map', at: 0 };

test('the stages stand in the order of a message’s way', () => {
  expect(STAGES.map(({ name }) => name)).toEqual(['speaker', 'commands']);
});

test('the bot’s own lines start nothing; a viewer’s same line does', () => {
  expect(decideLine({ ...line, viewer: 'bot' }, world)).toMatchObject({
    changes: [],
    effects: [],
    why: { outcome: 'nothing' },
  });
  expect(decideLine(line, world).effects).toEqual([{ kind: 'say', lines: ['the map'] }]);
});
