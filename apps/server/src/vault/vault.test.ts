import { copyFileSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { beforeEach, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { AnswerVault } from '../rewards/answer-vault.js';
import { newFolder } from '../test-support/index.js';
import { Vault } from './vault.js';

let folder: string;
beforeEach(() => {
  folder = newFolder();
});
const keyFile = (): string => path.join(folder, 'some.key');
const started = (): Vault => {
  const vault = new Vault(keyFile(), 'hex');
  if (vault.state() === 'missing') vault.makeKey();
  return vault;
};

test('what was sealed is opened after a restart, for the same purchase and name alone', () => {
  const sealed = started().seal('4 Sinter Row, Karst', 'p1 address');
  const vault = started();
  expect(vault.open(sealed, 'p1 address')).toBe('4 Sinter Row, Karst');
  expect(vault.open(sealed, 'p2 address')).toBeUndefined();
  expect(vault.open(sealed, 'p1 note')).toBeUndefined();
});

test('any text comes back whole, shows nothing of itself, and looks different each time', () => {
  const vault = started();
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', minLength: 4, maxLength: 400 }), (text) => {
      const [one, two] = [vault.seal(text, 'a'), vault.seal(text, 'a')];
      expect([vault.open(one, 'a'), vault.open(two, 'a')]).toEqual([text, text]);
      expect(one.equals(two)).toBe(false);
      expect(one.includes(Buffer.from(text))).toBe(false);
    }),
  );
});

test('nothing is read of what was changed anywhere, or cut short', () => {
  const vault = started();
  const sealed = vault.seal('4 Sinter Row', 'a');
  for (let at = 0; at < sealed.length; at += 1) {
    const changed = Buffer.from(sealed);
    changed[at]! ^= 1;
    expect(vault.open(changed, 'a')).toBeUndefined();
    expect(vault.open(sealed.subarray(0, at), 'a')).toBeUndefined();
  }
});

test('its key is for this machine’s user alone; with a new one nothing of before is read', () => {
  const sealed = started().seal('4 Sinter Row', 'a');
  expect(statSync(keyFile()).mode & 0o777).toBe(0o600);
  expect(readFileSync(keyFile(), 'utf8')).toMatch(/^[0-9a-f]{64}$/u);
  copyFileSync(keyFile(), path.join(folder, 'kept'));
  rmSync(keyFile());
  expect(started().open(sealed, 'a')).toBeUndefined();
  copyFileSync(path.join(folder, 'kept'), keyFile());
  expect(started().open(sealed, 'a')).toBe('4 Sinter Row');
});

test.each(['', 'not a key', 'ab'.repeat(31)])('a key file of %j is damaged, and stays as it is', (text) => {
  const sealed = started().seal('4 Sinter Row', 'a');
  writeFileSync(keyFile(), text);
  const vault = new Vault(keyFile(), 'hex');
  expect(vault.state()).toBe('damaged');
  expect(vault.open(sealed, 'a')).toBeUndefined();
  expect(() => vault.seal('4 Sinter Row', 'a')).toThrow(/no usable key/u);
  expect(readFileSync(keyFile(), 'utf8')).toBe(text);
});

test('a damaged key for private answers stops the start, and says what to do', () => {
  const answers = new AnswerVault({ GULLY_DATA_DIR: folder });
  writeFileSync(path.join(folder, 'private-answers.key'), 'ab');
  expect(() => {
    answers.onModuleInit();
  }).toThrow(/private-answers\.key .* restore it from a backup/u);
});
