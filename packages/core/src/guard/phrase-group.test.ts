import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BLANK_GROUP,
  blockedBy,
  entriesAsText,
  entriesFromText,
  entryOf,
  phraseGroupFaults,
  type PhraseEntry,
  type PhraseGroupBody,
} from './index.js';

const group = (more: Partial<PhraseGroupBody>): PhraseGroupBody => ({
  ...BLANK_GROUP,
  name: 'Spoilers',
  ...more,
});

describe('phrases as plain text', () => {
  /** A phrase as a line holds it: on one line, without what stands around it, and no pattern by mistake. */
  const phrase = fc
    .string({ minLength: 1, maxLength: 30 })
    .map((text) => text.replace(/[\r\n]/gu, ' ').trim())
    .filter((text) => text !== '' && !/^\/.+\/$/u.test(text));
  const pattern = fc.constantFrom('rope(s)?', 'a b', 'x{2,}', '/', '\\/x');

  test('come back as they were', () => {
    const entry = fc.oneof(
      phrase.map((text) => entryOf(text)),
      pattern.map((text) => entryOf(text, { kind: 'pattern' })),
    );
    fc.assert(
      fc.property(fc.array(entry), (entries) => {
        expect(entriesFromText(entriesAsText(entries))).toEqual(entries);
      }),
    );
  });

  test('have no empty lines, and any kind of line end', () => {
    expect(entriesFromText('one\r\n\r\n  two  \n\t\nthree').map(({ text }) => text)).toEqual([
      'one',
      'two',
      'three',
    ]);
    expect(entriesFromText('')).toEqual([]);
  });
});

describe('a group', () => {
  test.each<[Partial<PhraseGroupBody>, string[]]>([
    [{}, []],
    [{ name: '  ' }, ['name']],
    [{ name: 'x'.repeat(61) }, ['name']],
    [{ name: ' spoilers OF others ' }, ['name']],
    [{ consequence: { action: 'timeout', seconds: 0 } }, ['consequence']],
    [{ consequence: { action: 'delete', seconds: 5 } }, ['consequence']],
    [
      { entries: [entryOf('sunken gate'), entryOf('x'), entryOf('💧', { note: 'n'.repeat(301) })] },
      ['entries.1', 'entries.2'],
    ],
    [{ entries: [entryOf('gate', { consequence: { action: 'timeout', seconds: 9e9 } })] }, ['entries.0']],
    [{ entries: [entryOf('(', { kind: 'pattern' })] }, ['entries.0']],
    // A back-reference is no RE2, which keeps its word about time.
    [{ entries: [entryOf(String.raw`(a)\1`, { kind: 'pattern' })] }, ['entries.0']],
    [{ entries: Array.from({ length: 20_001 }, (_, n) => entryOf(`phrase ${String(n)}`)) }, ['entries']],
  ])('%# has its faults told by their places', (more, places) => {
    const others = [{ name: 'Spoilers of Others' }];
    expect(Object.keys(phraseGroupFaults(group(more), others))).toEqual(places);
  });

  test('gives its consequence to entries without one of their own, and its name to all', () => {
    const timeout = { action: 'timeout', seconds: 60 } as const;
    const ban = { action: 'ban', seconds: 0 } as const;
    const entries: PhraseEntry[] = [entryOf('one'), entryOf('two', { consequence: ban })];
    expect(
      blockedBy(group({ entries, consequence: timeout })).map((each) => [each.group, each.consequence]),
    ).toEqual([
      ['Spoilers', timeout],
      ['Spoilers', ban],
    ]);
    expect(blockedBy(group({ entries }))[0]?.consequence).toBeNull();
  });
});
