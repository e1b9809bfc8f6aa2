import { expect, test } from '@jest/globals';
import { command, line, withParts, worldOf } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';
import { decideLine, STAGES } from './index.js';

const world = worldOf([command('c1', 'the map', { name: 'map' })]);

test('the stages stand in the order of a message’s way', () => {
  expect(STAGES.map(({ name }) => name)).toEqual([
    'own',
    'guard',
    'ignored',
    'quiet',
    'arrivals',
    'heard',
    'commands',
  ]);
});

test('the bot’s own lines and ignored viewers start nothing; a viewer’s same line does', () => {
  const ignored = { ...strangerFacts('v1', 'cheap_ropes_4u', [], 0), ignored: true };
  for (const decision of [
    decideLine({ ...line('!map'), viewer: 'self' }, world),
    decideLine(line('!map'), withParts(world, { viewers: { of: () => ignored } })),
  ])
    expect(decision).toMatchObject({ changes: [], effects: [], why: { outcome: 'nothing' } });
  expect(decideLine(line('!map'), world).effects).toEqual([{ kind: 'say', lines: ['the map'] }]);
});
