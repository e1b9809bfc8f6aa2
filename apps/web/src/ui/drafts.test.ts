import { beforeAll, beforeEach, expect, test } from '@jest/globals';
import type { Drafts } from './drafts.js';

interface Body {
  readonly name: string;
  readonly steps: readonly { readonly text: string }[];
}

const stored = new Map<string, string>();
let full = false;
let drafts: Drafts<Body>;
beforeAll(async () => {
  // What of a browser drafts need: a storage, and news of other windows.
  Object.assign(globalThis, {
    window: { addEventListener: () => undefined },
    localStorage: {
      getItem: (key: string) => stored.get(key) ?? null,
      setItem: (key: string, text: string) => {
        if (full) throw new Error('QuotaExceededError');
        stored.set(key, text);
      },
      removeItem: (key: string) => stored.delete(key),
    },
  });
  const { draftsOf } = await import('./drafts.js');
  drafts = draftsOf<Body>({
    kind: 'tale',
    blank: () => ({ name: '', steps: [] }),
    whole: (body) => ({ name: '', steps: [], ...body }),
    differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
  });
});
beforeEach(() => {
  stored.clear();
  full = false;
});

const saved = { body: { name: 'Tale', steps: [{ text: 'one' }, { text: 'two' }] }, version: 4 };

test('a draft keeps what was saved beside it, is read again after a reload, and ends when nothing differs', () => {
  drafts.edit('t', saved, { name: 'A tale' });
  expect(drafts.read('t')).toMatchObject({ body: { name: 'A tale' }, base: { name: 'Tale' }, version: 4 });
  expect(JSON.parse(stored.get('gully.draft.tale.t') ?? '')).toMatchObject({ body: { name: 'A tale' } });
  drafts.edit('t', saved, { name: 'Tale' });
  expect(drafts.read('t')).toBeUndefined();
  expect(stored.size).toBe(0);
});

test('what an edit leaves as it is stays the same object, so that it is not drawn anew', () => {
  drafts.edit('t', saved, { name: 'A' });
  const [first] = drafts.read('t')?.body.steps ?? [];
  drafts.edit('t', saved, { name: 'A tale' });
  expect(drafts.read('t')?.body.steps[0]).toBe(first);
  expect(drafts.read('t')).toBe(drafts.read('t'));
});

test('what another window wrote is taken over, what is broken or of an older page does no harm', () => {
  drafts.edit('t', saved, { name: 'mine' });
  const theirs = { body: { name: 'theirs' }, base: saved.body, version: 4, at: 1 };
  stored.set('gully.draft.tale.t', JSON.stringify(theirs));
  expect(drafts.read('t')?.body).toEqual({ name: 'theirs', steps: [] });
  stored.set('gully.draft.tale.t', '{"body": {"na');
  expect(drafts.read('t')).toBeUndefined();
});

test('where the storage is full the draft is at least kept until the page closes', () => {
  full = true;
  drafts.edit('full', saved, { name: 'kept' });
  expect(drafts.read('full')?.body.name).toBe('kept');
});
