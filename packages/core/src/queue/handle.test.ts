import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { OFFLINE } from '../stream/index.js';
import { BLANK_HANDLE, fitsHandle, handleFaults, handleFor, handleOfQueue, type Handle } from './index.js';
import { isSameHandle, readHandle } from './handle.js';

const ROPE: Handle = {
  ...{ ...BLANK_HANDLE, id: 'rope', name: 'rope ID', category: 'Underledge' },
  ...{ pattern: '[A-Z]{2}-[0-9]{4}', example: 'KV-2047' },
};
const LAMP: Handle = {
  ...ROPE,
  id: 'lamp',
  name: 'lamp name',
  category: 'Sump Racing',
  pattern: '',
  example: '',
};

test('a typed handle is kept without what is invisible, or refused with one that fits', () => {
  const read = (typed: string, of: Handle = ROPE) => readHandle(of, typed, fitsHandle);
  expect(read(' KV-2047\u200b ')).toEqual({ text: 'KV-2047' });
  expect(read('kv-2047')).toEqual({ fault: 'that is no rope ID; one looks like KV-2047' });
  expect(read('KV-2047 please')).toEqual({ fault: 'that is no rope ID; one looks like KV-2047' });
  expect(read('\u200b')).toEqual({ fault: 'type your rope ID after the command; one looks like KV-2047' });
  expect(read('x'.repeat(61), LAMP)).toEqual({ fault: 'a lamp name has at most 60 characters' });
});

test('whatever someone types is kept whole or refused, and what was kept is kept again', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), (typed) => {
      const read = readHandle(LAMP, typed, fitsHandle);
      if ('fault' in read) return;
      expect(typed.includes(read.text) || /[\p{Cc}\p{Cf}]/u.test(typed)).toBe(true);
      expect(readHandle(LAMP, read.text, fitsHandle)).toEqual(read);
      expect(isSameHandle(read.text, ` ${read.text}`)).toBe(false);
    }),
  );
});

test('is that of the game now on, or of the game a queue opens for ahead of time', () => {
  const on = (category: string, ...categories: string[]) =>
    handleOfQueue([ROPE, LAMP], categories, { ...OFFLINE, category })?.id;
  expect(on('underledge ')).toBe('rope');
  expect(on('Cooking')).toBeUndefined();
  expect(on('Cooking', 'Sump Racing')).toBe('lamp');
  expect(on('Underledge', 'Sump Racing', 'Underledge')).toBe('rope');
  expect(handleFor([ROPE], '')).toBeUndefined();
});

test('what is wrong with one is told by place', () => {
  const places = (part: Partial<Handle>, others: readonly Handle[] = []) =>
    Object.keys(handleFaults({ ...ROPE, ...part }, others)).sort();
  expect(places({})).toEqual([]);
  expect(places({ name: '', category: ' ' })).toEqual(['category', 'name']);
  expect(places({ pattern: '[A-Z' })).toEqual(['pattern']);
  expect(places({ example: 'nothing of the sort' })).toEqual(['example']);
  expect(places({ own: 'x' })).toEqual(['own']);
  expect(places({ category: 'UNDERLEDGE' }, [ROPE])).toEqual(['category']);
});
