import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { askedIn, filled, type Question } from './index.js';

const question = (name: string, more: Partial<Question> = {}): Question => ({
  name,
  type: 'text',
  default: 'as before',
  help: '',
  choices: [],
  ...more,
});
const QUESTIONS = [
  question('link'),
  question('pause', { type: 'number', default: '30' }),
  question('on', { type: 'yes-no', default: 'yes' }),
  question('side', { type: 'choice', default: 'left', choices: ['left', 'right'] }),
];

test('answers fill texts; a setting that is a mark alone gets its type; what was not asked stays', () => {
  const bundle = {
    text: 'Go [[ side ]] to [[link]], not [[elsewhere]]',
    cooldown: '[[pause]]',
    enabled: '[[on]]',
    steps: [{ seconds: 5, name: '[[side]]' }],
    questions: QUESTIONS,
  };
  expect(askedIn(bundle)).toEqual(['side', 'link', 'elsewhere', 'pause', 'on']);
  const { value, faults } = filled(bundle, QUESTIONS, { link: 'maps.example', on: 'No', side: 'right' });
  expect(faults).toEqual({});
  expect(value).toEqual({
    text: 'Go right to maps.example, not [[elsewhere]]',
    cooldown: 30,
    enabled: false,
    steps: [{ seconds: 5, name: 'right' }],
    questions: QUESTIONS,
  });
});

test('what is no number, neither yes nor no, or none of the choices is told by its question', () => {
  const { faults } = filled({}, QUESTIONS, { pause: 'soon', on: 'perhaps', side: 'up' });
  expect(faults).toEqual({ pause: 'Give a number', on: 'Say yes or no', side: 'Choose one of left, right' });
});

test('nothing without a mark is changed, and an answer that looks like one is not filled again', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      if (JSON.stringify(value).includes('[[')) return;
      expect(filled(value, QUESTIONS, {}).value).toEqual(value);
    }),
  );
  expect(filled('see [[link]]', QUESTIONS, { link: '[[side]]' }).value).toBe('see [[side]]');
});
