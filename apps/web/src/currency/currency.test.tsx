import '../test-support/browser.js';
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { currencyFaults, NO_CURRENCY, type CurrencySettings } from '@gully/core/currency';
import { cleanup, fireEvent, render } from '@testing-library/react';
import type { EditedSetting } from '../editing/index.js';
import { BonusTable } from './bonus-table.js';
import type { CurrencyPart } from './part.js';
import { EventTable } from './event-table.js';
import { Limits } from './limits.js';
import { PayoutSentence } from './payout-sentence.js';
import { minutesInWords } from './price.js';

afterEach(cleanup);

const FLINT: CurrencySettings = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };

/** A part of the page with what it is given, and what it changes. */
function part(settings: Partial<CurrencySettings> = {}, base: CurrencySettings = FLINT) {
  const change = jest.fn<(change: Partial<CurrencySettings>) => void>();
  const whole = { ...base, ...settings };
  const edited = { base, settings: whole, change } as unknown as EditedSetting<CurrencySettings>;
  const given: CurrencyPart = { edited, faults: currencyFaults(whole) };
  return { given, change };
}
const type = (input: HTMLElement, value: string): void => {
  fireEvent.change(input, { target: { value } });
};

describe('what is paid', () => {
  test('is a sentence whose blanks change the settings, say what they were, and name what is wrong', () => {
    const { given, change } = part({ payout: { every: 0, live: 20, offline: 0 } });
    const page = render(<PayoutSentence {...given} />);
    expect(page.getAllByText('was 10', { exact: false })).toHaveLength(2);
    expect(page.getByText(/from 1 to 60/u)).toBeTruthy();
    expect(page.getByLabelText('Minutes between payouts').getAttribute('aria-invalid')).toBe('true');
    type(page.getByLabelText('Payout while offline'), '3');
    expect(change).toHaveBeenCalledWith({ payout: { every: 0, live: 20, offline: 3 } });
  });

  test('a bonus is changed by itself, and of three tiers one', () => {
    const { given, change } = part();
    const page = render(<BonusTable {...given} />);
    type(page.getByLabelText('VIP: how much'), '4');
    expect(change.mock.calls[0]?.[0].bonuses?.vip).toEqual({ how: 'amount', value: 4 });
    type(page.getByLabelText('Subscriber, tier 2: how much'), '9');
    const tiers = change.mock.calls[1]?.[0].bonuses?.subscriber;
    expect(tiers?.map(({ value }) => value)).toEqual([0, 9, 0]);
    expect(change.mock.calls[1]?.[0].bonuses?.vip).toEqual(FLINT.bonuses.vip);
  });

  test('a factor under the base is wrong at its row', () => {
    const bonuses = { ...FLINT.bonuses, moderator: { how: 'factor', value: 50 } } as const;
    const page = render(<BonusTable {...part({ bonuses }).given} />);
    const row = page.getByRole('row', { name: /Moderator/u });
    expect(row.textContent).toContain('from 100 to 10,000');
    expect(row.textContent).toContain('% of the payout');
  });

  test('events are changed one by one, by tier where they have tiers', () => {
    const { given, change } = part();
    const page = render(<EventTable {...given} />);
    type(page.getByLabelText('First follow ever'), '25');
    expect(change.mock.calls[0]?.[0].events).toEqual({ ...FLINT.events, follow: 25 });
    type(page.getByLabelText('Renewal, by tier: tier 3'), '500');
    expect(change.mock.calls[1]?.[0].events).toEqual({ ...FLINT.events, renewed: [0, 0, 500] });
  });
});

describe('limits', () => {
  test('giving to each other is told of only where it is on, and a most under the least is wrong', () => {
    const off = render(<Limits {...part().given} />);
    expect(off.queryByLabelText('Least that may be given')).toBeNull();
    cleanup();
    const sharing = { ...FLINT.sharing, enabled: true, least: 50, most: 10 };
    const { given, change } = part({ sharing });
    const page = render(<Limits {...given} />);
    expect(page.getByText('The most is less than the least')).toBeTruthy();
    type(page.getByLabelText('Most that may be given'), '');
    expect(change).toHaveBeenCalledWith({ sharing: { ...sharing, most: null } });
  });

  test('who is left out is named, many by their number', () => {
    const named = (count: number) =>
      Array.from({ length: count }, (_, n) => ({ name: `caver_number_${String(n)}`, viewer: null }));
    const few = render(<Limits {...part({ never: named(1) }).given} />);
    expect(few.getByLabelText('Viewers who earn nothing').textContent).toBe('caver_number_0');
    cleanup();
    const many = render(<Limits {...part({ never: named(9) }).given} />);
    expect(many.getByLabelText('Viewers who earn nothing').textContent).toBe('9 viewers');
  });
});

test('a price is told in time, and where nobody earns, that', () => {
  expect(minutesInWords(35)).toBe('35 min');
  expect(minutesInWords(undefined)).toBe('nothing is earned');
});
