import '../test-support/browser.js';
import { afterEach, expect, jest, test } from '@jest/globals';
import { NO_SEASON, seasonFaults, type SeasonPlan } from '@gully/core/currency';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { currencyQuery } from '../currency/index.js';
import type { EditedSetting } from '../editing/index.js';
import { Awards } from './awards.js';
import { Places } from './leaderboard.js';
import { valueInWords } from './value-words.js';

afterEach(cleanup);

const PLAN: SeasonPlan = {
  ...NO_SEASON,
  name: 'Wet season',
  awards: [
    { by: 'watch', place: 1, amount: 500 },
    { by: 'messages', place: 2, amount: 100 },
  ],
};

/** With a currency called flint. */
function shown(what: React.ReactNode) {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  const value = { enabled: true, one: 'flint', many: 'flint', mark: '◆' };
  queries.setQueryData(currencyQuery.queryKey, { value, version: 1, next: null } as never);
  return render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>{what}</MemoryRouter>
    </QueryClientProvider>,
  );
}

test('awards are added for the next place, changed and deleted one by one, and a wrong one says why', () => {
  const change = jest.fn<(change: Partial<SeasonPlan>) => void>();
  const settings = { ...PLAN, awards: [...PLAN.awards, { by: 'earned', place: 0, amount: 5 } as const] };
  const edited = { base: PLAN, settings, change } as unknown as EditedSetting<SeasonPlan>;
  const page = shown(<Awards edited={edited} faults={seasonFaults(settings)} />);
  expect(page.getByText('Give a place from 1 to 100')).toBeTruthy();
  fireEvent.change(page.getByLabelText('Award 2: amount'), { target: { value: '120' } });
  expect(change.mock.calls[0]?.[0].awards?.map(({ amount }) => amount)).toEqual([500, 120, 5]);
  fireEvent.click(page.getByLabelText('Delete award 1'));
  expect(change.mock.calls[1]?.[0].awards?.map(({ by }) => by)).toEqual(['messages', 'earned']);
  fireEvent.click(page.getByText('Add award'));
  expect(change.mock.calls[2]?.[0].awards?.at(-1)).toMatchObject({ place: 4 });
});

test('places lead to the viewer, and those who share one have the same', () => {
  const row = (name: string, place: number, value: number) => ({ viewer: `id-${name}`, name, place, value });
  const page = shown(
    <Places
      by="balance"
      places={[row('mossmoth', 1, 1_200), row('siltlark', 1, 1_200), row('karstveil', 3, 7)]}
    />,
  );
  expect(page.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
    '1mossmoth◆ 1,200',
    '1siltlark◆ 1,200',
    '3karstveil◆ 7',
  ]);
  expect(page.getByText('siltlark').getAttribute('href')).toBe('/review/viewers/id-siltlark');
});

test.each([
  ['watch', 7_500, '2 h 5 min'],
  ['messages', 1_234, '1,234'],
  ['wins', 12, '12'],
  ['balance', 5, 'amount 5'],
  ['earned', 6, 'amount 6'],
] as const)('a value of the board by %s is told as %3$s', (by, value, words) => {
  expect(valueInWords(by, value, (units) => `amount ${String(units)}`)).toBe(words);
});
