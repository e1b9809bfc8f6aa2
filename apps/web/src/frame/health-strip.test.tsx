import { answerWith } from '../test-support/browser.js';
import { afterEach, expect, test } from '@jest/globals';
import { act, cleanup, waitFor } from '@testing-library/react';
import { drawPage } from '../test-support/page.js';
import { healthQuery } from '../live/index.js';
import { HealthStrip } from './health-strip.js';

afterEach(() => {
  cleanup();
  answerWith();
});

test('stands there while nothing is stored, says since when, and goes by itself', async () => {
  let health = {
    ok: false,
    words: 'The disk is full. Free some space; it goes on by itself.',
    since: new Date(Date.now() - 180_000).toISOString() as string | null,
  };
  const page = drawPage(<HealthStrip />, { 'GET /api/health': () => health });
  expect((await page.findByRole('alert')).textContent).toMatch(
    /^The disk is full\..* It began 3 min ago\.$/u,
  );
  health = { ok: true, words: '', since: null };
  await act(() => page.queries.invalidateQueries(healthQuery));
  await waitFor(() => {
    expect(page.queryByRole('alert')).toBeNull();
  });
});

test('a server that does not answer is told elsewhere, not as a disk that fails', async () => {
  const page = drawPage(<HealthStrip />, {});
  await waitFor(() => {
    expect(page.queries.getQueryState(healthQuery.queryKey)?.status).toBe('error');
  });
  expect(page.queryByRole('alert')).toBeNull();
});
