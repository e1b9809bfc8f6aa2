import { expect, test } from '@jest/globals';
import { knownValues } from '@gully/core/routines';
import { EMPTY_WORLD } from '@gully/core/channel';
import { meaningOf, valuesFor } from './value-words.js';

const known = new Set([
  ...knownValues(['who'], EMPTY_WORLD),
  'counter.depth',
  'counter.depth.most',
  'list.quotes.left',
  'list.quotes.lines',
  'remembered.word',
  'viewer.remembered.word',
]);

test('values are offered with whoever typed first, then what is this command’s own', () => {
  expect(valuesFor('', known).slice(0, 3)).toEqual(['viewer.name', 'input.who', 'input.all']);
});

test.each([
  ['sender', 'viewer.name'],
  ['user', 'viewer.name'],
  ['time live', 'stream.uptime'],
  ['dice', 'random.percent'],
  ['depth', 'counter.depth'],
  ['lines', 'list.quotes.lines'],
])('someone who types “%s” finds %s', (typed, path) => {
  expect(valuesFor(typed, known)[0]).toBe(path);
});

test('every value is told as what it is, and what fits nothing offers nothing', () => {
  expect([...known].filter((path) => meaningOf(path) === 'a value')).toEqual([]);
  expect(['list.quotes.left', 'remembered.word', 'counter.depth.most', 'input.who'].map(meaningOf)).toEqual([
    'how many lines are not drawn yet this round',
    'what is remembered as word',
    'the highest depth has been',
    'typed after the command as who',
  ]);
  expect(valuesFor('qwertz', known)).toEqual([]);
});
