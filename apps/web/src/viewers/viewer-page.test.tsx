import { answerWith } from '../test-support/browser.js';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import type { Viewer, ViewerPage as Page } from '../api/index.js';
import { drawPage, Refusal, type Asked } from '../test-support/page.js';
import { ViewerPage } from './viewer-page.js';

const AT = '2026-11-25T20:00:00.000Z';
const WREN: Viewer = {
  id: 'wren',
  name: 'pebblewren',
  account: 'pebblewren',
  knownBy: 'account',
  role: 'subscriber',
  firstSeen: AT,
  lastSeen: AT,
  messages: 1_234,
  watchTime: 5_400,
  followedSince: null,
  subscribedMonths: 1,
  bot: false,
  ignored: false,
  mergedInto: null,
};
const MOTH: Viewer = { ...WREN, id: 'moth', name: 'mossmoth', messages: 7 };

/** What the server has of pebblewren, changed by what is asked. */
let known: { viewer: Viewer; notes: Page['notes']; merges: Page['merges'] };
beforeEach(() => {
  known = { viewer: WREN, notes: [], merges: [] };
});
afterEach(() => {
  cleanup();
  answerWith();
});

function draw(more: Parameters<typeof drawPage>[1] = {}) {
  const page = (
    <Routes>
      <Route path="/review/viewers/:id" element={<ViewerPage />} />
      <Route path="/review/viewers" element={<p>all viewers</p>} />
    </Routes>
  );
  const removed: Page['notes'] = [];
  return drawPage(
    page,
    {
      'GET /api/viewers/wren': () => ({
        ...known,
        used: [{ commandId: 'c', name: 'map', uses: 31, lastUse: AT }],
      }),
      'GET /api/viewers/wren/lines': () => [],
      'GET /api/viewers': () => ({ viewers: [WREN, MOTH], total: 2, more: false }),
      'PATCH /api/viewers/wren': ({ body }: Asked) => {
        known = { ...known, viewer: { ...known.viewer, ...(body as object) } };
        return undefined;
      },
      'POST /api/viewers/wren/notes': ({ body }: Asked) => {
        const note = { id: `n${String(known.notes.length)}`, at: AT, ...(body as { text: string }) };
        known = { ...known, notes: [note, ...known.notes] };
        return note;
      },
      'DELETE /api/viewers/wren/notes/n0': () => {
        removed.push(...known.notes);
        known = { ...known, notes: [] };
        return undefined;
      },
      'POST /api/viewers/wren/notes/n0/restore': () => {
        known = { ...known, notes: removed };
        return undefined;
      },
      'POST /api/viewers/wren/merge': ({ body }: Asked) => {
        expect(body).toEqual({ from: 'moth' });
        const merge = { id: 'm', at: AT, name: 'mossmoth' };
        known = { ...known, merges: [merge], viewer: { ...WREN, messages: 1_241 } };
        return merge;
      },
      'POST /api/viewers/merges/m/undo': () => {
        known = { ...known, merges: [], viewer: WREN };
        return undefined;
      },
      'POST /api/viewers/wren/erase': () => undefined,
      ...more,
    },
    '/review/viewers/wren',
  );
}

describe('one viewer’s page', () => {
  test('tells what is known of them', async () => {
    const page = draw();
    await page.findByRole('heading', { name: 'pebblewren' });
    const facts = within(page.getByRole('region', { name: 'Profile' }));
    for (const fact of ['1,234', '1 month', 'not known']) expect(facts.getByText(fact)).not.toBeNull();
    expect(page.getByRole('link', { name: 'map' }).getAttribute('href')).toBe('/prepare/commands/c');
  });

  test('a mark is the server’s: one it refuses stays as it was, and why is told', async () => {
    const page = draw({
      'PATCH /api/viewers/wren': ({ body }: Asked) =>
        (body as { bot?: boolean }).bot === true
          ? new Refusal(500, 'Something failed in Gully', 'Nothing was changed by this.')
          : ((known = { ...known, viewer: { ...WREN, ...(body as object) } }), undefined),
    });
    fireEvent.click(await page.findByRole('switch', { name: 'Ignored' }));
    await waitFor(() => {
      expect(page.getByRole('switch', { name: 'Ignored' }).getAttribute('aria-checked')).toBe('true');
    });
    fireEvent.click(page.getByRole('switch', { name: 'Bot' }));
    await page.findByText('Something failed in Gully');
    expect(page.getByRole('switch', { name: 'Bot' }).getAttribute('aria-checked')).toBe('false');
  });

  test('a note is added, removed, and put back by the undo of its notice', async () => {
    const page = draw();
    const field = await page.findByLabelText('A note about this viewer');
    const add = page.getByRole('button', { name: 'Add note' });
    fireEvent.change(field, { target: { value: '   ' } });
    expect(add).toHaveProperty('disabled', true);
    fireEvent.change(field, { target: { value: 'draws the maps' } });
    fireEvent.click(add);
    fireEvent.click(await page.findByRole('button', { name: 'Remove the note “draws the maps”' }));
    expect(field).toHaveProperty('value', '');
    await waitFor(() => {
      expect(page.queryByText('draws the maps')).toBeNull();
    });
    fireEvent.click(await page.findByRole('button', { name: 'Undo' }));
    await page.findByText('draws the maps');
  });

  test('a note that could not be kept stays in the field', async () => {
    const page = draw({
      'POST /api/viewers/wren/notes': () =>
        new Refusal(422, 'Some fields need another look', 'Nothing was changed.'),
    });
    const field = await page.findByLabelText('A note about this viewer');
    fireEvent.change(field, { target: { value: 'draws the maps' } });
    fireEvent.click(page.getByRole('button', { name: 'Add note' }));
    await page.findByText('Some fields need another look');
    expect(field).toHaveProperty('value', 'draws the maps');
  });

  test('another account is found, merged, and the merge undone', async () => {
    const page = draw();
    const find = await page.findByLabelText('Find the other account');
    fireEvent.change(find, { target: { value: 'm' } });
    // One letter fits too many.
    expect(page.queryByRole('list', { name: 'Accounts found' })).toBeNull();
    fireEvent.change(find, { target: { value: 'mo' } });
    const merges = await page.findAllByRole('button', { name: 'Merge into pebblewren' });
    // Nobody is merged into themselves.
    expect(merges).toHaveLength(1);
    fireEvent.click(merges[0]!);
    await page.findByText('1,241');
    fireEvent.click(page.getByRole('button', { name: 'Undo the merge' }));
    await page.findByText('1,234');
    expect(page.queryByRole('button', { name: 'Undo the merge' })).toBeNull();
  });

  test('an account that was merged leads to whose it is', async () => {
    known = { ...known, viewer: { ...WREN, mergedInto: 'moth' } };
    const page = draw();
    const link = await page.findByRole('link', { name: 'another viewer’s' });
    expect(link.getAttribute('href')).toBe('/review/viewers/moth');
    expect(page.queryByLabelText('Find the other account')).toBeNull();
  });

  test('erasing asks first; kept, nothing is asked of the server; erased, it leads back', async () => {
    const page = draw();
    const open = await page.findByRole('button', { name: 'Erase this viewer…' });
    fireEvent.click(open);
    fireEvent.click(await page.findByRole('button', { name: 'Cancel' }));
    expect(page.of('POST /api/viewers/wren/erase')).toHaveLength(0);
    fireEvent.click(open);
    fireEvent.click(await page.findByRole('button', { name: 'Erase pebblewren' }));
    await page.findByText('all viewers');
    expect(page.of('POST /api/viewers/wren/erase')).toHaveLength(1);
  });
});
