import { expect, test } from '@jest/globals';
import { QueryClient } from '@tanstack/react-query';
import { changedParts, type Kept } from './kind.js';
import { placesIn } from './placing.js';

interface Lamp extends Kept {
  readonly name: string;
}
const lamp = (id: string, name: string): Lamp => ({
  id,
  name,
  version: 1,
  changedAt: '2026-11-23T20:00:00Z',
});

test('what was saved stands in the list by its name at once, what was deleted is gone, and nothing is made up', () => {
  const queries = new QueryClient();
  const places = placesIn<Lamp>(['lamps'], ({ name }) => name);
  places.place(queries, lamp('b', 'brass'));
  expect(queries.getQueryData(['lamps'])).toBeUndefined();
  queries.setQueryData(['lamps'], [lamp('b', 'brass'), lamp('c', 'carbide')]);
  places.place(queries, lamp('a', 'acetylene'));
  places.place(queries, lamp('c', 'battery'));
  expect(queries.getQueryData<Lamp[]>(['lamps'])?.map(({ id, name }) => [id, name])).toEqual([
    ['a', 'acetylene'],
    ['c', 'battery'],
    ['b', 'brass'],
  ]);
  places.drop(queries, 'b');
  expect(queries.getQueryData<Lamp[]>(['lamps'])?.map(({ id }) => id)).toEqual(['a', 'c']);
});

test('two versions differ in the parts whose values differ, whatever their words are', () => {
  const parts = {
    name: { label: 'Name', of: ({ name }: { name: string; oil: number[] }) => name, words: () => 'same' },
    oil: { label: 'Oil', of: ({ oil }: { name: string; oil: number[] }) => oil, words: () => 'same' },
  };
  const before = { name: 'brass', oil: [1, 2] };
  expect(changedParts(parts, before, { name: 'brass', oil: [1, 2] })).toEqual([]);
  expect(changedParts(parts, before, { name: 'Brass', oil: [2, 1] })).toEqual(['name', 'oil']);
});
