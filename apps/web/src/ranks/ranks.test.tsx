import '../test-support/browser.js';
import { afterEach, expect, jest, test } from '@jest/globals';
import type { Ranks } from '@gully/core/currency';
import { cleanup, fireEvent, render } from '@testing-library/react';
import { Curve } from './curve.js';

afterEach(cleanup);

test('a curve shows its thresholds as it is typed, and keeps the names there are in their order', () => {
  const made = jest.fn<(ranks: Ranks['ranks']) => void>();
  const page = render(<Curve unit="hours" names={['Daylighter', 'Scrambler']} onMade={made} />);
  expect(page.getByText('0, 2, 8, 26, 80')).toBeTruthy();
  fireEvent.change(page.getByLabelText('How many ranks'), { target: { value: '3' } });
  fireEvent.change(page.getByLabelText('First step'), { target: { value: '4' } });
  fireEvent.change(page.getByLabelText('Growth in percent'), { target: { value: '100' } });
  expect(page.getByText('0, 4, 8')).toBeTruthy();
  fireEvent.click(page.getByText('Replace the ranks with these'));
  const ranks = made.mock.calls[0]?.[0] ?? [];
  expect(ranks.map(({ name, from }) => [name, from])).toEqual([
    ['Daylighter', 0],
    ['Scrambler', 4],
    ['Rank 3', 8],
  ]);
  expect(new Set(ranks.map(({ id }) => id)).size).toBe(3);
});

test('where there are none, the curve makes the first, and an emptied blank is no crash', () => {
  const page = render(<Curve unit="flint" names={[]} onMade={() => undefined} />);
  expect(page.getByText('Make these ranks')).toBeTruthy();
  for (const label of ['How many ranks', 'First step', 'Growth in percent'])
    fireEvent.change(page.getByLabelText(label), { target: { value: '' } });
  expect(page.getByText('0')).toBeTruthy();
});
