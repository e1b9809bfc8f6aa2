import { expect, test } from '@jest/globals';
import { OUTPUT_TEXT, outputBody, outputFaults, OUTPUT_THING } from './index.js';

const faults = (name: string, text = '{{ stream.title }}', others: readonly string[] = []) =>
  outputFaults(
    { name, text },
    others.map((each) => ({ name: each })),
  );

test.each([
  ['now-digging', {}],
  ['Queue', { name: 'Queue.txt is kept for the queue by itself' }],
  [' title ', { name: 'There is a file called title already' }],
])('a file called %j has these faults: %p', (name, wrong) => {
  expect(faults(name, 'x', ['TITLE'])).toEqual(wrong);
});

test.each(['', '   ', '../title', 'a/b', '.hidden', 'con:x', 'x'.repeat(300), 'a\u0000b'])(
  'no file is called %j',
  (name) => {
    expect(Object.keys(faults(name))).toEqual(['name']);
  },
);

test('its text is checked, and a file of nothing is not kept', () => {
  expect(faults('title', '  ')).toEqual({ text: 'Write what the file holds' });
  expect(Object.keys(faults('title', '{{ stream.title'))).toEqual(['text']);
  expect(Object.keys(faults('title', 'x'.repeat(OUTPUT_TEXT + 1)))).toEqual(['text']);
});

test('as a thing it keeps its two fields, its name, and says whether it asks for much', () => {
  const shape = OUTPUT_THING;
  const body = { name: 'title', text: 'costly' };
  expect(outputBody({ ...body, id: 'x' } as typeof body)).toEqual(body);
  expect(shape.named(body, 'other')).toEqual({ ...body, name: 'other' });
  expect(shape.textsOf(body)).toEqual([body.text]);
});
