import '../test-support/browser.js';
import { expect, test } from '@jest/globals';
import { BLANK_COMMAND } from '@gully/core/commands';
import { NO_CURRENCY } from '@gully/core/currency';
import { screen } from '@testing-library/react';
import { drawPage, Refusal } from '../test-support/page.js';
import { EconomyPage } from './economy-page.js';

const currency = (enabled: boolean) => () => ({
  value: { ...NO_CURRENCY, enabled, one: 'flint', many: 'flint' },
  version: 1,
  next: null,
});
const priced = (id: string, name: string, base: number) => ({
  ...structuredClone(BLANK_COMMAND),
  ...{ id, version: 1, changedAt: new Date().toISOString(), uses: 0, lastUse: null, fault: null },
  trigger: { ...BLANK_COMMAND.trigger, name },
  gates: { ...BLANK_COMMAND.gates, cost: { ...BLANK_COMMAND.gates.cost, base } },
});
const ECONOMY = {
  ...{ circulating: 48_210, viewers: 240, median: 100, topTenth: 0.412 },
  ...{ streams: [], bins: [], talkers: 0.2, subscribers: 0.1, present: 80, hours: 2 },
};

test('the sums are told in words, and each price as the time half of the viewers still need', async () => {
  drawPage(<EconomyPage />, {
    'GET /api/currency': currency(true),
    'GET /api/economy': () => ECONOMY,
    'GET /api/commands': () => [priced('a', 'bell', 50), priced('b', 'lantern', 160), priced('c', 'map', 0)],
    'GET /api/rewards': () => [
      { id: 'r', name: 'Supper bell', cost: { base: 40 }, gives: 'steps', bench: { lengths: [] } },
    ],
    'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  });
  const sums = await screen.findByText(/in circulation, held by 240 viewers/u);
  expect(sums.textContent).toBe(
    '48,210 flint in circulation, held by 240 viewers. Half of them have at least 100 flint; the richest tenth holds 41%.',
  );
  expect(screen.getByText('No stream yet.')).toBeTruthy();
  const bell = (await screen.findByText('!bell')).closest('li');
  expect(bell?.textContent).toContain('they can now');
  expect(screen.getByText('!lantern').closest('li')?.textContent).toContain('1 h of watching');
  expect(screen.getByText('Supper bell').closest('a')?.getAttribute('href')).toBe('/prepare/rewards/r');
  expect(screen.queryByText('!map')).toBeNull();
});

test('a channel without a currency is led to it, and figures that cannot be looked up are asked for again', async () => {
  drawPage(<EconomyPage />, { 'GET /api/currency': currency(false) });
  expect((await screen.findByRole('link', { name: 'Currency' })).getAttribute('href')).toBe(
    '/prepare/currency',
  );
  drawPage(<EconomyPage />, {
    'GET /api/currency': currency(true),
    'GET /api/economy': () => new Refusal(409, 'This could not be looked up', 'Try again.'),
  });
  await screen.findByText('This could not be looked up');
});
