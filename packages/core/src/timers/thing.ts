import { isCostly } from '../routines/index.js';
import type { ThingShape } from '../things/index.js';
import { timerBody, type TimerBody } from './timer.js';

export const TIMER_THING: ThingShape<TimerBody> = {
  one: 'timer',
  many: 'timers',
  bodyOf: timerBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: ({ does, runs }) => (does === 'say' || runs === '' ? [] : [{ to: does, id: runs }]),
  withReferences: (body, rename) =>
    body.does === 'say' ? body : { ...body, runs: rename({ to: body.does, id: body.runs }) },
  portable: (body) => body,
  isCostly: ({ texts }) => isCostly([{ kind: 'say', id: '', texts, order: 'random' }]),
};
