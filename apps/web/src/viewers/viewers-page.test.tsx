import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import type { Viewer } from '../api/index.js';
import { choose, drawPage, Refusal, type Asked } from '../test-support/page.js';
import { ViewersPage } from './viewers-page.js';

const viewer = (n: number, more: Partial<Viewer> = {}): Viewer => ({
  id: String(n),
  name: `caver${String(n)}`,
  account: `caver${String(n)}`,
  knownBy: 'account',
  role: 'viewer',
  firstSeen: '2026-11-01T20:00:00.000Z',
  lastSeen: '2026-11-25T20:00:00.000Z',
  messages: n,
  watchTime: 0,
  followedSince: null,
  subscribedMonths: 0,
  bot: false,
  ignored: false,
  mergedInto: null,
  ...more,
});

/** A server with so many viewers, which counts no further than `most` when it searches. */
function withViewers(count: number, most = Infinity) {
  const all = Array.from({ length: count }, (_, n) => viewer(n));
  return {
    'GET /api/viewers': ({ query: { search = '', offset, limit } }: Asked) => {
      const fitting = all.filter(({ name }) => name.includes(search));
      const from = Number(offset);
      return {
        viewers: fitting.slice(from, from + Number(limit)),
        total: Math.min(fitting.length, most),
        more: fitting.length > most,
      };
    },
  };
}

const asked = (page: ReturnType<typeof drawPage>): (string | undefined)[][] =>
  page.of('GET /api/viewers').map(({ query }) => [query.sort, query.order, query.offset]);

afterEach(() => {
  cleanup();
  answerWith();
});

describe('the viewers’ page', () => {
  test('goes through all of them page by page, and back', async () => {
    const page = drawPage(<ViewersPage />, withViewers(230));
    await page.findByText('1 to 100 of 230');
    const [before, next] = ['Previous', 'Next'].map((name) => page.getByRole('button', { name }));
    expect(before).toHaveProperty('disabled', true);
    fireEvent.click(next!);
    await page.findByText('101 to 200 of 230');
    fireEvent.click(next!);
    await page.findByText('201 to 230 of 230');
    expect(next).toHaveProperty('disabled', true);
    expect(page.getAllByRole('row')).toHaveLength(31);
    fireEvent.click(before!);
    await page.findByText('101 to 200 of 230');
  });

  test('of a search that fits more than are counted it says so, and goes on past them', async () => {
    const page = drawPage(<ViewersPage />, withViewers(250, 150));
    await page.findByText('1 to 100 of more than 150');
    const next = page.getByRole('button', { name: 'Next' });
    fireEvent.click(next);
    await page.findByText('101 to 200 of more than 150');
    fireEvent.click(next);
    await page.findByText('201 to 250 of more than 150');
    expect(next).toHaveProperty('disabled', true);
  });

  test('a search typed on is not waited for any more; the last one is what is shown', async () => {
    const answers = withViewers(30);
    const held: Asked[] = [];
    const page = drawPage(<ViewersPage />, {
      'GET /api/viewers': async (one: Asked) => {
        // The first search is one that takes long: it is given up before it is answered.
        if (one.query.search === 'caver1')
          await new Promise((resolve) => {
            held.push(one);
            one.signal.addEventListener('abort', resolve);
          });
        return answers['GET /api/viewers'](one);
      },
    });
    const find = await page.findByLabelText('Find a name');
    fireEvent.change(find, { target: { value: 'caver1' } });
    await waitFor(() => {
      expect(held).toHaveLength(1);
    });
    fireEvent.change(find, { target: { value: 'caver12' } });
    await page.findByText('1 to 1 of 1');
    expect(held[0]?.signal.aborted).toBe(true);
    expect(page.getByRole('link', { name: 'caver12' }).getAttribute('href')).toBe('/review/viewers/12');
  });

  test('a column sorts, and again the other way round; names begin with the first', async () => {
    const page = drawPage(<ViewersPage />, withViewers(3));
    await page.findByText('1 to 3 of 3');
    for (const name of ['Messages', 'Messages', 'Name', 'Name'])
      fireEvent.click(page.getByRole('button', { name }));
    await waitFor(() => {
      expect(asked(page).at(-1)).toEqual(['name', 'down', '0']);
    });
    expect(page.getByRole('columnheader', { name: 'Name' }).getAttribute('aria-sort')).toBe('descending');
    expect(page.getByRole('columnheader', { name: 'Messages' }).getAttribute('aria-sort')).toBeNull();
  });

  test('roles and marks are asked of the server, from the first page', async () => {
    const page = drawPage(<ViewersPage />, withViewers(230));
    await page.findByText('1 to 100 of 230');
    fireEvent.click(page.getByRole('button', { name: 'Next' }));
    await choose(page, 'Role', 'moderator');
    await choose(page, 'Mark', 'ignored');
    await waitFor(() => {
      expect(page.of('GET /api/viewers').at(-1)?.query).toMatchObject({
        role: 'moderator',
        mark: 'ignored',
        offset: '0',
      });
    });
  });

  test('nobody at all, nobody who fits, and a server that cannot look are three different things', async () => {
    const page = drawPage(<ViewersPage />, withViewers(0));
    await page.findByText(/No viewers yet/u);
    fireEvent.change(page.getByLabelText('Find a name'), { target: { value: 'xy' } });
    await page.findByText(/only the beginnings of names/u);
    fireEvent.change(page.getByLabelText('Find a name'), { target: { value: 'xyz' } });
    await page.findByText('No viewer matches.');
    cleanup();
    const refused = new Refusal(503, 'This could not be looked up', 'It was given up.');
    const failing = drawPage(<ViewersPage />, { 'GET /api/viewers': () => refused });
    await failing.findByText('This could not be looked up');
  });

  test('marks stand with the names', async () => {
    const marked = [viewer(1, { bot: true, ignored: true }), viewer(2, { mergedInto: '1' }), viewer(3)];
    const page = drawPage(<ViewersPage />, {
      'GET /api/viewers': () => ({ viewers: marked, total: 3, more: false }),
    });
    await page.findByText('bot, ignored');
    expect(page.getByText('merged').closest('tr')?.textContent).toContain('caver2');
  });

  test('who may be one person is offered, merged into who wrote most, and taken apart again', async () => {
    const pair = [viewer(8, { name: 'pebblewren' }), viewer(3, { name: 'Pebblewren' })];
    let merged = false;
    const page = drawPage(<ViewersPage />, {
      ...withViewers(3),
      'GET /api/viewers/doubles': () => ({ names: merged ? [] : [{ viewers: pair }] }),
      'POST /api/viewers/8/merge': ({ body }: Asked) => {
        merged = true;
        return { id: 'm1', at: '2026-11-25T20:00:00.000Z', name: 'Pebblewren', ...(body as object) };
      },
      'POST /api/viewers/merges/m1/undo': () => {
        merged = false;
      },
    });
    fireEvent.click(await page.findByRole('button', { name: 'Same name twice' }));
    fireEvent.click(page.getByRole('button', { name: 'Merge pebblewren' }));
    await page.findByText('pebblewren is now one viewer');
    expect(page.of('POST /api/viewers/8/merge').map(({ body }) => body)).toEqual([{ from: '3' }]);
    await waitFor(() => {
      expect(page.queryByText('Possibly the same person')).toBeNull();
    });
    fireEvent.click(page.getByRole('button', { name: 'Undo' }));
    await page.findByRole('button', { name: 'Same name twice' });
  });
});
