import { STEP_KINDS } from '@gully/core/channel';
import { expect, test } from '@jest/globals';
import { BLANK_COMMAND } from '@gully/core/commands';
import { routineOf } from '@gully/core/routines';
import { BLANK_TIMER } from '@gully/core/timers';
import { isEmptyAt } from './empty.js';

const script = {
  ...BLANK_COMMAND,
  routine: routineOf([
    STEP_KINDS.say.blank('a'),
    { ...STEP_KINDS.say.blank('b'), texts: ['{{ oops'] },
    { ...STEP_KINDS.if.blank('c'), conditions: { id: 'd', join: 'all', rows: [] } },
    STEP_KINDS.draw.blank('e'),
    { ...STEP_KINDS.draw.blank('f'), list: 'gone' },
  ]),
};

test.each([
  [script, 'trigger.name', true],
  [{ ...script, trigger: { ...script.trigger, name: 'two words!' } }, 'trigger.name', false],
  [script, 'steps.0.texts.0', true],
  [script, 'steps.1.texts.0', false],
  [script, 'steps.2.conditions', true],
  [script, 'steps.3.list', true],
  [script, 'steps.4.list', false],
  [{ ...script, routine: routineOf([]) }, 'steps', true],
  [{ ...BLANK_TIMER, texts: [] }, 'texts.0', true],
  [{ ...BLANK_TIMER, name: ' ' }, 'name', true],
  [{ ...BLANK_TIMER, interval: 0 }, 'interval', false],
  // What is nowhere in it is no blank of it.
  [script, 'when', false],
])('%#: a fault at %2$s of something not filled in yet: %3$s', (body, place, empty) => {
  expect(isEmptyAt(body, place)).toBe(empty);
});
