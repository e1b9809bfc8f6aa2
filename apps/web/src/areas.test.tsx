import './test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { AUDIENCE_OF } from '@gully/core/news';
import { THING_KINDS } from '@gully/core/things';
import { fireEvent, screen, within } from '@testing-library/react';
import { matchPath } from 'react-router';
import { AREAS } from './areas.js';
import { IndexNav } from './frame/index-nav.js';
import { PAGE_NEWS } from './live/index.js';
import { Areas } from './manifest/index.js';
import { drawPage } from './test-support/page.js';

beforeEach(() => {
  // Drafts of tests before are told of in the index.
  localStorage.clear();
});

test('every kind of news is heeded by the page or an area, and every way leads to a place', () => {
  const heeded = new Set([PAGE_NEWS, ...AREAS.map(({ news = {} }) => news)].flatMap(Object.keys));
  expect(Object.keys(AUDIENCE_OF).filter((kind) => !heeded.has(kind))).toEqual([]);
  const places = AREAS.flatMap(({ places: brought = [] }) => brought).map(({ path }) => path);
  expect(new Set(places).size).toBe(places.length);
  const ways = AREAS.flatMap(({ index = [], actions = [] }) => [...index, ...actions]).map(({ to }) => to);
  expect(ways.filter((to) => !places.some((path) => matchPath(path, to) !== null))).toEqual([]);
});

test('bundles carry every kind of thing, each by the area it is of, and it has its place', () => {
  const kinds = AREAS.flatMap(({ bundled = [] }) => bundled).map(({ kind }) => kind);
  expect(kinds.sort()).toEqual([...THING_KINDS].sort());
  const opened: readonly string[] = AREAS.flatMap(({ opens }) => opens?.kind ?? []);
  expect(kinds.filter((kind) => !opened.includes(kind))).toEqual([]);
});

test('the index stands in groups, with how many there are', async () => {
  drawPage(
    <Areas value={AREAS}>
      <IndexNav mode="prepare" />
    </Areas>,
    { 'GET /api/lists': () => [{ id: 'a' }, { id: 'b' }] },
  );
  const talk = screen.getByRole('heading', { name: 'Talk' }).parentElement;
  if (talk === null) throw new Error('it stands nowhere');
  await within(talk).findByRole('link', { name: 'Lists 2' });
  expect(
    within(talk)
      .getAllByRole('link')
      .map(({ textContent }) => textContent.replace(/\d/gu, '')),
  ).toEqual(expect.arrayContaining(['Commands', 'Routines', 'Timers', 'Lists', 'Counters']));
  expect(screen.queryByText('Viewers')).toBeNull();
  // Pinned, a place stands on top too, also while its group is folded; both are kept.
  fireEvent.click(within(talk).getByRole('button', { name: 'Pin Lists' }));
  fireEvent.click(within(talk).getByRole('button', { name: 'Talk' }));
  expect(within(talk).queryAllByRole('link')).toEqual([]);
  const pinned = screen.getByRole('heading', { name: 'Pinned' }).parentElement;
  if (pinned === null) throw new Error('nothing is pinned');
  expect(
    within(pinned)
      .getAllByRole('link')
      .map(({ textContent }) => textContent),
  ).toEqual(['Lists2']);
  expect(localStorage.getItem('gully.index.folded')).toBe('Talk');
  fireEvent.click(within(pinned).getByRole('button', { name: 'Unpin Lists' }));
  expect(screen.queryByRole('heading', { name: 'Pinned' })).toBeNull();
});
