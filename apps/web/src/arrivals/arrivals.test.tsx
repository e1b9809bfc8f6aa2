import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { BLANK_ROUTINE } from '@gully/core/routines';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { routineDrafts } from '../routines/index.js';
import { drawPage } from '../test-support/page.js';
import { NEW } from '../ui/index.js';
import { ArrivalsPage } from './arrivals-page.js';
import { newEntrance } from './entrances.js';
import { ViewerEntrance } from './viewer-entrance.js';

const AT = new Date().toISOString();
const saved = (id: string, body: object) => ({
  ...BLANK_ROUTINE,
  id,
  version: 1,
  changedAt: AT,
  fault: null,
  ...body,
});
const QUILLRUSH = saved('r1', newEntrance({ viewer: 'v1', name: 'quillrush' }));
const answers = {
  'GET /api/routines': () => [
    QUILLRUSH,
    saved('r2', { ...newEntrance({ role: 'vip' }), enabled: false }),
    saved('r3', { name: 'A raid' }),
  ],
  'POST /api/overlays/test': () => undefined,
  'GET /api/viewers/v1': () => ({ viewer: { id: 'v1', name: 'Quillrush' } }),
  'GET /api/viewers/v2': () => ({ viewer: { id: 'v2', name: 'oxbowkid' } }),
};
const page = (
  <Routes>
    <Route path="/prepare/arrivals" element={<ArrivalsPage />} />
    <Route path="/prepare/routines/:id" element={<p>the editor</p>} />
  </Routes>
);
beforeEach(() => {
  localStorage.clear();
});

test('entrances are listed with whose they are, and tried as them', async () => {
  const { of } = drawPage(page, answers, '/prepare/arrivals');
  const row = await screen.findByRole('row', { name: /^quillrush/u });
  expect(row.textContent).toBe('quillrushQuillrush arrives8 hon Test on the overlay as quillrush');
  expect(screen.getByRole('row', { name: /^VIPs and up/u }).textContent).toContain('off');
  expect(screen.queryByText('A raid')).toBeNull();
  fireEvent.click(within(row).getByRole('button', { name: 'Test on the overlay as quillrush' }));
  await waitFor(() => {
    expect(of('POST /api/overlays/test')[0]?.body).toMatchObject({
      as: 'quillrush',
      title: 'Quillrush arrives',
    });
  });
});

test('a new one opens as a draft, and takes the place of no other', async () => {
  drawPage(page, answers, '/prepare/arrivals');
  fireEvent.click(await screen.findByRole('button', { name: 'Add for this role' }));
  expect(await screen.findByText('the editor')).toBeTruthy();
  expect(routineDrafts.read(NEW)?.body).toMatchObject({
    name: 'Only VIPs arrive',
    triggers: [{ event: 'arrival', lowestRole: 'vip', exactly: true, least: 8, viewers: [] }],
  });
  drawPage(page, answers, '/prepare/arrivals');
  fireEvent.click(await screen.findByRole('button', { name: 'Add for this role' }));
  expect(await screen.findByText('A new routine is not saved yet')).toBeTruthy();
  expect(routineDrafts.read(NEW)?.body.name).toBe('Only VIPs arrive');
});

test('a viewer’s page shows their own, by who they are now, or the way to one', async () => {
  drawPage(<ViewerEntrance viewerId="v1" />, answers);
  expect(await screen.findByRole('link', { name: 'Quillrush arrives' })).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Give them another entrance' })).toBeTruthy();
  drawPage(<ViewerEntrance viewerId="v2" />, answers);
  fireEvent.click(await screen.findByRole('button', { name: 'Give them an entrance' }));
  expect(routineDrafts.read(NEW)?.body.triggers[0]?.viewers).toEqual([{ name: 'oxbowkid', viewer: 'v2' }]);
});
