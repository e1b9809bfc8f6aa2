import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { RUN_ENDINGS, type RunEnding, type RunView } from '@gully/core/news';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import { drawPage, type Asked } from '../test-support/page.js';
import { ENDING_WORDS } from '../chat/index.js';
import { RunsPage } from './runs-page.js';

const run = (n: number, ended: RunEnding = 'done', words = ''): RunView => ({
  id: String(n).padStart(4, '0'),
  at: '2026-11-25T20:00:00.000Z',
  endedAt: ended === 'going' ? null : '2026-11-25T20:00:01.500Z',
  owner: 'a',
  title: `!map ${String(n)}`,
  by: '!map',
  viewer: 'pebblewren',
  ended,
  words,
  reason: ended === 'refused' ? 'cooldown' : null,
  line: null,
});

/** A server with runs of these numbers, which gives them page by page, newest first. */
function withRuns(count: number) {
  const all = Array.from({ length: count }, (_, n) => run(count - n));
  return {
    'GET /api/runs': ({ query: { before, search = '', limit } }: Asked) =>
      all
        .filter(({ id, title }) => (before === undefined || id < before) && title.includes(search))
        .slice(0, Number(limit)),
  };
}

afterEach(() => {
  cleanup();
  answerWith();
});

describe('what ran', () => {
  test('comes page by page, without a gap and nothing twice', async () => {
    const page = drawPage(<RunsPage />, withRuns(230));
    await page.findByText('!map 230');
    fireEvent.click(page.getByRole('button', { name: 'Older' }));
    await page.findByText('!map 31');
    fireEvent.click(page.getByRole('button', { name: 'Older' }));
    await page.findByText('!map 1');
    const titles = [...page.container.querySelectorAll('tbody td.font-bold')].map((cell) => cell.textContent);
    expect(titles).toEqual(Array.from({ length: 230 }, (_, n) => `!map ${String(230 - n)}`));
    expect(page.queryByRole('button', { name: 'Older' })).toBeNull();
    expect(page.of('GET /api/runs').map(({ query }) => query.before)).toEqual([undefined, '0131', '0031']);
  });

  test('is searched by the server, and the file has what is shown', async () => {
    const page = drawPage(<RunsPage />, withRuns(12));
    await page.findByText('!map 12');
    fireEvent.change(page.getByLabelText('Find in what ran'), { target: { value: 'map 7' } });
    await waitFor(() => {
      expect(page.queryByText('!map 12')).toBeNull();
    });
    expect(page.getByText('!map 7')).not.toBeNull();
    expect(page.getByRole('link', { name: /CSV/u }).getAttribute('href')).toBe('/api/runs/csv?search=map+7');
    fireEvent.change(page.getByLabelText('Find in what ran'), { target: { value: 'nowhere' } });
    await page.findByText('Nothing matches these filters.');
  });

  test('each ending is told in words of its own, and why beside what decided', async () => {
    const runs = RUN_ENDINGS.map((ended, n) =>
      run(n + 1, ended, ended === 'failed' ? 'the list is empty' : ''),
    );
    const checks = [{ rule: 'Step 1: draw a line', measure: 'the list is empty', outcome: 'stopped' }];
    const failed = runs.find(({ ended }) => ended === 'failed');
    const page = drawPage(<RunsPage />, {
      'GET /api/runs': () => runs,
      [`GET /api/runs/${failed?.id ?? ''}`]: () => ({ ...failed, checks }),
    });
    await page.findByText('!map 1');
    for (const ended of RUN_ENDINGS) expect(page.getAllByText(ENDING_WORDS[ended]).length).toBeGreaterThan(0);
    const why = page.getByRole('button', { name: `Why ${failed?.title ?? ''}, pebblewren` });
    expect(why.getAttribute('aria-expanded')).toBe('false');
    fireEvent.click(why);
    await page.findByText('Step 1: draw a line');
    expect(why.getAttribute('aria-expanded')).toBe('true');
    expect(page.getByText(/failed: the list is empty/u)).not.toBeNull();
    fireEvent.click(why);
    expect(page.queryByText('Step 1: draw a line')).toBeNull();
  });

  test('a why that is too old to be kept is told as that, and the rest stays', async () => {
    const page = drawPage(<RunsPage />, withRuns(1));
    fireEvent.click(await page.findByRole('button', { name: 'Why !map 1, pebblewren' }));
    await page.findByText('There is no such thing');
    expect(page.getByText('!map 1')).not.toBeNull();
  });

  test('before anything ran it says what will be listed', async () => {
    const page = drawPage(<RunsPage />, withRuns(0));
    await page.findByText(/Nothing has run yet/u);
  });
});
