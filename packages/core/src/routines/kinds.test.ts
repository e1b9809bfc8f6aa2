import { STEP_GROUPS } from '../area/index.js';
import { filledBlanks, STEP_KINDS, type StepKindName } from '../channel/index.js';
import { expect, test } from '@jest/globals';
import { allSteps, plainText, routineOf, sentenceOf, stepSchemas, textsOf, checkRoutine } from './index.js';

const KINDS = Object.keys(STEP_KINDS) as StepKindName[];
const NAMES = (to: string): string => (to === 'list' ? 'Campfire questions' : 'Good moment');

test.each(KINDS)('%s brings all there is to it, and every blank of its is checked and described', (kind) => {
  const { blank, verb, means, group } = STEP_KINDS[kind];
  const step = blank('x');
  expect(step.kind).toBe(kind);
  expect([verb, means].every((words) => words !== '')).toBe(true);
  expect(STEP_GROUPS).toContain(group);
  const fields = Object.keys(step).filter((field) => field !== 'id' && field !== 'kind');
  expect(
    filledBlanks(step)
      .map(({ field }) => field)
      .sort(),
  ).toEqual(fields.sort());
  const schema = stepSchemas('#')[`${kind.charAt(0).toUpperCase()}${kind.slice(1)}Step`];
  expect(schema).toMatchObject({
    required: expect.arrayContaining([...fields, 'id', 'kind']),
    additionalProperties: false,
  });
  // What a new step lacks is asked for at its place, and nothing else is wrong with it.
  const faults = Object.keys(checkRoutine(routineOf([step])));
  expect(faults.every((place) => place.startsWith('steps.0.'))).toBe(true);
});

test.each([
  [STEP_KINDS.wait.blank('x'), 'Wait 5 s'],
  [{ ...STEP_KINDS.wait.blank('x'), seconds: 90 }, 'Wait 1 min 30 s'],
  [
    { ...STEP_KINDS.draw.blank('x'), name: 'question' },
    'Draw a line not drawn yet this round from Campfire questions as question if there is none, go on',
  ],
  [{ ...STEP_KINDS.forget.blank('x'), name: 'word' }, 'Forget word, remembered for this viewer'],
  [
    { ...STEP_KINDS.say.blank('x'), texts: ['Go, {{ viewer.name }}', 'Stay'] },
    'Say any of them Go, … / Stay',
  ],
  [STEP_KINDS.run.blank('x'), 'Run Good moment if it is missing, go on'],
  [STEP_KINDS.if.blank('x'), 'If viewer.role is at least moderator'],
  [
    { ...STEP_KINDS.counter.blank('x'), counter: 'depth', change: 'typed' as const },
    'Count depth as typed after the command, +1, -2 or 40 for anyone',
  ],
])('a step reads as a sentence: %j', (step, words) => {
  expect(sentenceOf(step, NAMES)).toBe(words);
});

test('the texts of a step are those that are Liquid, conditions and all, and not those within it', () => {
  const step = {
    ...STEP_KINDS.if.blank('x'),
    then: [{ ...STEP_KINDS.say.blank('y'), texts: ['inside'] }],
  };
  expect(textsOf(step)).toEqual(['moderator']);
  expect(allSteps([step]).flatMap(textsOf)).toEqual(['moderator', 'inside']);
});

test.each([
  [
    '{{ viewer.name }} has {{ viewer.balance }}, place {{ viewer.place | plus: 1 }}.',
    'has ‹balance›, place ‹place›.',
  ],
  ['{% if stream.live %}Up {{ stream.uptime }}{% endif %}', 'Up ‹uptime›'],
  ['first {{ "a" | upcase }}', 'first ‹…›'],
  ['on {{ remembered.rope_word }}', 'on ‹rope word›'],
  ['{{ viewer.name }}', ''],
])('%j is listed as %j', (text, listed) => {
  expect(plainText(text)).toBe(listed);
});
