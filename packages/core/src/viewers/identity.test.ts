import { expect, test } from '@jest/globals';
import { foldNick, viewerKey } from './index.js';

test('an account is an identity; a nick that reads the same is another', () => {
  expect(viewerKey('Guest12', 'PebbleWren')).toBe(viewerKey('pebblewren_', 'pebblewren'));
  expect(viewerKey('pebblewren', undefined)).not.toBe(viewerKey('x', 'pebblewren'));
  expect(viewerKey('Siltlark', '*')).toBe(viewerKey('siltLARK', undefined));
});

test('case folds as RFC 1459 says, and other scripts are left alone', () => {
  expect(foldNick('Drip[Count]\\^')).toBe('drip{count}|~');
  expect(foldNick('Łucja_ИВА')).toBe('Łucja_ИВА');
});
