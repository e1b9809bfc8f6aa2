import '../test-support/browser.js';
import { beforeEach, expect, jest, test } from '@jest/globals';
import { draftsOf } from './drafts.js';

interface Body {
  readonly name: string;
  readonly steps: readonly { readonly text: string }[];
}

const drafts = draftsOf<Body>({
  kind: 'tale',
  blank: () => ({ name: '', steps: [] }),
  whole: (body) => ({ name: '', steps: [], ...body }),
  differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
});
const write = (text: string): void => {
  localStorage.setItem('gully.draft.tale.t', text);
};
beforeEach(() => {
  localStorage.clear();
});

const saved = { body: { name: 'Tale', steps: [{ text: 'one' }, { text: 'two' }] }, version: 4 };

test('a draft keeps what was saved beside it, is read again after a reload, and ends when nothing differs', () => {
  drafts.edit('t', saved, { name: 'A tale' });
  expect(drafts.read('t')).toMatchObject({ body: { name: 'A tale' }, base: { name: 'Tale' }, version: 4 });
  expect(JSON.parse(localStorage.getItem('gully.draft.tale.t') ?? '')).toMatchObject({
    body: { name: 'A tale' },
  });
  drafts.edit('t', saved, { name: 'Tale' });
  expect(drafts.read('t')).toBeUndefined();
  expect(localStorage).toHaveLength(0);
});

test('what an edit leaves as it is stays the same object, so that it is not drawn again', () => {
  drafts.edit('t', saved, { name: 'A' });
  const [first] = drafts.read('t')?.body.steps ?? [];
  drafts.edit('t', saved, { name: 'A tale' });
  expect(drafts.read('t')?.body.steps[0]).toBe(first);
  expect(drafts.read('t')).toBe(drafts.read('t'));
});

test('what another window wrote is taken over, what is broken or of an older page does no harm', () => {
  drafts.edit('t', saved, { name: 'mine' });
  const theirs = { body: { name: 'theirs' }, base: saved.body, version: 4, at: 1 };
  write(JSON.stringify(theirs));
  expect(drafts.read('t')?.body).toEqual({ name: 'theirs', steps: [] });
  write('{"body": {"na');
  expect(drafts.read('t')).toBeUndefined();
});

test('where the storage is full the draft is at least kept until the page closes', () => {
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('QuotaExceededError');
  });
  drafts.edit('full', saved, { name: 'kept' });
  expect(drafts.read('full')?.body.name).toBe('kept');
  full.mockRestore();
});
