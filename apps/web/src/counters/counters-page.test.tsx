import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import { drawPage, Refusal } from '../test-support/page.js';
import { CountersPage } from './counters-page.js';

interface Counter {
  readonly name: string;
  readonly value: number;
  readonly most: number;
  readonly changedAt: string;
}
const counter = (name: string, value: number, most = value): Counter => ({
  name,
  value,
  most,
  changedAt: '2026-11-25T20:00:00.000Z',
});

/** A server with these counters. */
function withCounters(...kept: Counter[]) {
  const counters = new Map(kept.map((each) => [each.name, each]));
  const set = (name: string) => (asked: { readonly body: unknown }) => {
    const { value } = asked.body as { value: number };
    counters.set(name, counter(name, value, Math.max(value, counters.get(name)?.most ?? value)));
    return undefined;
  };
  return {
    'GET /api/counters': () => [...counters.values()],
    'PUT /api/counters/depth': set('depth'),
    'PUT /api/counters/wet_boots': set('wet_boots'),
    'DELETE /api/counters/depth': () => void counters.delete('depth'),
  };
}

afterEach(() => {
  cleanup();
  answerWith();
});

describe('the counters’ page', () => {
  test('sets a counter to what was typed, and shows what the server then has', async () => {
    const page = drawPage(<CountersPage />, withCounters(counter('depth', 12, 268)));
    const field = await page.findByLabelText('Value of depth');
    expect(page.queryByRole('button', { name: /^Set to/u })).toBeNull();
    fireEvent.change(field, { target: { value: '1500' } });
    fireEvent.click(page.getByRole('button', { name: 'Set to 1,500' }));
    await waitFor(() => {
      expect(page.getByRole('row', { name: /depth/u }).textContent).toContain('1,500');
    });
    expect(page.of('PUT /api/counters/depth').map(({ body }) => body)).toEqual([{ value: 1_500 }]);
    expect(page.queryByRole('button', { name: /^Set to/u })).toBeNull();
  });

  test('offers to set nothing that is not a whole number', async () => {
    const page = drawPage(<CountersPage />, withCounters(counter('depth', 12)));
    const field = await page.findByLabelText('Value of depth');
    for (const typed of ['', 'abc', '12']) {
      fireEvent.change(field, { target: { value: typed } });
      expect(page.queryByRole('button', { name: /^Set to/u })).toBeNull();
    }
  });

  test('makes one under a name that is free and can be used, and says what is wrong with others', async () => {
    const page = drawPage(<CountersPage />, withCounters(counter('depth', 12)));
    const name = await page.findByLabelText('Name of a new counter');
    const add = page.getByRole('button', { name: 'Add counter' });
    const type = (text: string): void => {
      fireEvent.change(name, { target: { value: text } });
    };
    expect(add).toHaveProperty('disabled', true);
    type('depth');
    expect(page.getByText('There is already a counter with that name')).not.toBeNull();
    expect(add).toHaveProperty('disabled', true);
    type('wet boots');
    expect(name.getAttribute('aria-invalid')).toBe('true');
    type('wet_boots');
    fireEvent.click(add);
    await page.findByLabelText('Value of wet_boots');
    expect(page.of('PUT /api/counters/wet_boots').map(({ body }) => body)).toEqual([{ value: 0 }]);
    expect(name).toHaveProperty('value', '');
  });

  test('removes one; what the server refuses stays as it is', async () => {
    const page = drawPage(<CountersPage />, withCounters(counter('depth', 12), counter('wet_boots', 3)));
    fireEvent.click(await page.findByRole('button', { name: 'Remove the counter depth' }));
    await waitFor(() => {
      expect(page.queryByLabelText('Value of depth')).toBeNull();
    });
    // There is no such thing to remove in this server, so it says 404.
    fireEvent.click(page.getByRole('button', { name: 'Remove the counter wet_boots' }));
    await waitFor(() => {
      expect(page.of('DELETE /api/counters/wet_boots')).toHaveLength(1);
    });
    expect(page.getByLabelText('Value of wet_boots')).not.toBeNull();
  });

  test('without any it says what makes one; when it cannot be loaded it says why, and tries again', async () => {
    const empty = drawPage(<CountersPage />, withCounters());
    await empty.findByText(/No counters yet/u);
    cleanup();
    let broken = true;
    const page = drawPage(<CountersPage />, {
      'GET /api/counters': () =>
        broken ? new Refusal(500, 'Gully failed', 'Nothing was changed.') : [counter('depth', 1)],
    });
    await page.findByRole('alert');
    expect(page.getByText('Gully failed')).not.toBeNull();
    broken = false;
    fireEvent.click(page.getByRole('button', { name: 'Try again' }));
    await page.findByLabelText('Value of depth');
  });
});
