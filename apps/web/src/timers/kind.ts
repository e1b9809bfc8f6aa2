import { durationInWords } from '@gully/core/text';
import { BLANK_TIMER, timerBody, type TimerBody } from '@gully/core/timers';
import { plainText } from '@gully/core/routines';
import { whenInWords } from '@gully/core/stream';
import { answerOf, api, timerAsSent, type Timer } from '../api/index.js';
import { placesIn, type Kind, type Parts } from '../editing/index.js';
import { timersQuery } from '../live/index.js';
import { createStore, draftsOf } from '../ui/index.js';
import type { OpenTimer } from './as-forecast.js';

const blank = (): TimerBody => structuredClone(BLANK_TIMER);

/** Timers that are edited and not saved. */
export const drafts = draftsOf<TimerBody>({
  kind: 'timer',
  blank,
  whole: (body) => ({ ...blank(), ...body }),
  differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
});

/** The timer that is open in the editor, if one is. */
export const openTimer = createStore<OpenTimer | undefined>(undefined);

/** Lines a minute the forecast is made for; undefined for as measured. */
export const chosenRate = createStore<number | undefined>(undefined);

export const PARTS = {
  name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
  interval: {
    label: 'Every',
    of: ({ interval }) => interval,
    words: ({ interval }) => durationInWords(interval * 60_000),
  },
  lines: { label: 'Lines', of: ({ lines }) => lines, words: ({ lines }) => String(lines) },
  first: {
    label: 'First',
    of: ({ first }) => first,
    words: ({ first }) => (first === null ? 'after its interval' : `${String(first)} min after going live`),
  },
  jitter: { label: 'Give or take', of: ({ jitter }) => jitter, words: ({ jitter }) => `${String(jitter)} %` },
  when: { label: 'Fires', of: ({ when }) => when, words: ({ when }) => whenInWords(when) },
  does: {
    label: 'Does',
    of: ({ does, texts, order, runs }) => [does, texts, order, runs],
    words: ({ does, texts }) => (does === 'say' ? texts.map(plainText).join(' / ') : `runs a ${does}`),
  },
  enabled: { label: 'On', of: ({ enabled }) => enabled, words: ({ enabled }) => (enabled ? 'on' : 'off') },
} as const satisfies Parts<TimerBody>;

export const TIMER: Kind<TimerBody, Timer> = {
  thing: 'timer',
  word: 'timer',
  path: '/prepare/timers',
  drafts,
  blank,
  bodyOf: timerBody,
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: (body) => body as TimerBody,
  parts: PARTS,
  server: {
    create: (body) => answerOf(api.POST('/api/timers', { body: timerAsSent(body) })),
    replace: (id, body, version) =>
      answerOf(
        api.PUT('/api/timers/{id}', { params: { path: { id } }, body: { ...timerAsSent(body), version } }),
      ),
    remove: (id) => answerOf(api.DELETE('/api/timers/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/timers/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(api.POST('/api/timers/{id}/step-back', { params: { path: { id } }, body: { version } })),
    several: (body) => answerOf(api.POST('/api/timers/several', { body })),
  },
  ...placesIn<Timer>(timersQuery.queryKey, ({ name }) => name),
};
