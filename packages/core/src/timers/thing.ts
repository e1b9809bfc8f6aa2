import { DRAW_ORDERS } from '../random/index.js';
import { WHEN_SCHEMA } from '../stream/index.js';
import { closed, flag, listOf, oneOf, orNull, ref, text, whole, type ThingShape } from '../things/index.js';
import { INTERVAL_LIMIT, JITTER_LIMIT, LINES_LIMIT, TIMER_DOES, timerBody, type TimerBody } from './timer.js';

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
  schema: {
    name: 'Timer',
    most: 200,
    defs: {
      Timer: closed({
        name: text(60),
        enabled: flag,
        does: oneOf(TIMER_DOES),
        texts: listOf(text(5_000), 50),
        order: oneOf(DRAW_ORDERS),
        runs: text(200, 'the name of the routine or command it runs; empty for one that says a text'),
        interval: whole(1, INTERVAL_LIMIT),
        lines: whole(0, LINES_LIMIT),
        when: ref('When'),
        first: orNull(whole(0, INTERVAL_LIMIT)),
        jitter: whole(0, JITTER_LIMIT),
      }),
      When: WHEN_SCHEMA,
    },
  },
  textsOf: ({ texts }) => texts,
};
