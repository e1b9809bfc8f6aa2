import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import { goingQuery, queryClient } from '../live/index.js';
import { drawPage, Refusal, type Asked } from '../test-support/page.js';
import { RunningPanel } from './running-panel.js';

interface Going {
  readonly id: string;
  readonly title: string;
  readonly viewer: string;
  readonly at: string;
  readonly waitsFor: string;
  readonly until: string | null;
}
const going = (n: number, more: Partial<Going> = {}): Going => ({
  id: `r${String(n)}`,
  title: `Tide ${String(n)}`,
  viewer: 'pebblewren',
  at: '2026-11-25T20:00:00.000Z',
  waitsFor: 'time',
  until: new Date(Date.now() + 30_000).toISOString(),
  ...more,
});

/** A server on which these go on. */
function withRuns(...runs: Going[]) {
  let left = runs;
  return {
    'GET /api/runs/going': () => ({ total: left.length, runs: left }),
    'POST /api/runs/stop': ({ body }: Asked) => {
      const { runs: ended } = body as { runs: string[] };
      left = ended.length === 0 ? [] : left.filter(({ id }) => !ended.includes(id));
      return undefined;
    },
  };
}

afterEach(() => {
  cleanup();
  answerWith();
  queryClient.removeQueries(goingQuery);
});

describe('what runs now', () => {
  test('is listed with what each waits for, and the rest is a number', async () => {
    const some = Array.from({ length: 7 }, (_, n) => going(n));
    const odd = [going(7, { waitsFor: 'turn', until: null }), going(8, { waitsFor: 'answer', until: null })];
    const page = drawPage(<RunningPanel />, withRuns(...odd, ...some));
    await page.findByText('waits its turn');
    expect(page.getByText('is running')).not.toBeNull();
    expect(page.getAllByText(/^continues in (?:29|30) s$/u)).toHaveLength(4);
    expect(page.getByText('and 3 more')).not.toBeNull();
  });

  test('one is stopped by its button, all by theirs', async () => {
    const page = drawPage(<RunningPanel />, withRuns(going(1), going(2), going(3)));
    fireEvent.click(await page.findByRole('button', { name: /^Stop Tide 2, started by pebblewren/u }));
    await waitFor(() => {
      expect(page.queryByText('Tide 2')).toBeNull();
    });
    fireEvent.click(page.getByRole('button', { name: 'Stop all 2' }));
    await page.findByText('Nothing is running.');
    expect(page.of('POST /api/runs/stop').map(({ body }) => body)).toEqual([{ runs: ['r2'] }, { runs: [] }]);
  });

  test('one that could not be stopped stays, and why is told', async () => {
    const page = drawPage(<RunningPanel />, {
      ...withRuns(going(1)),
      'POST /api/runs/stop': () => new Refusal(500, 'Something failed in Gully', 'Nothing was changed.'),
    });
    fireEvent.click(await page.findByRole('button', { name: 'Stop all 1' }));
    await page.findByText('Something failed in Gully');
    expect(page.getByText('Tide 1')).not.toBeNull();
  });
});
