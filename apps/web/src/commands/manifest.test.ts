import '../test-support/browser.js';
import { expect, test } from '@jest/globals';
import type { Command } from '../api/index.js';
import { queryClient, thingsQuery } from '../live/index.js';
import { COMMANDS } from './manifest.js';

const command = (id: string): Command =>
  ({ id, uses: 1, usesLastWeek: 1, lastUse: null, enabled: true }) as unknown as Command;

test('uses are counted where they are shown, without the commands being asked for again', () => {
  queryClient.setQueryData(thingsQuery('command').queryKey, [command('a'), command('b')]);
  const lastUse = '2026-11-25T20:00:00.000Z';
  COMMANDS.news?.uses?.({ counts: [{ id: 'b', uses: 9, usesLastWeek: 4, lastUse }] });
  expect(queryClient.getQueryData(thingsQuery('command').queryKey)).toEqual([
    command('a'),
    { ...command('b'), uses: 9, usesLastWeek: 4, lastUse },
  ]);
  expect(queryClient.getQueryState(thingsQuery('command').queryKey)?.isInvalidated).toBe(false);
});
