import { durationInWords } from '@gully/core/text';
import { BLANK_TIMER, timerBody, type TimerBody } from '@gully/core/timers';
import { plainText } from '@gully/core/routines';
import { whenInWords } from '@gully/core/stream';
import type { Timer } from '../api/index.js';
import { declared, type Parts } from '../editing/index.js';
import { createStore } from '../ui/index.js';

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
  jitter: { label: 'Give or take', of: ({ jitter }) => jitter, words: ({ jitter }) => `${String(jitter)}%` },
  when: { label: 'Fires', of: ({ when }) => when, words: ({ when }) => whenInWords(when) },
  does: {
    label: 'Does',
    of: ({ does, texts, order, runs }) => [does, texts, order, runs],
    words: ({ does, texts }) => (does === 'say' ? texts.map(plainText).join(' / ') : `runs a ${does}`),
  },
  enabled: { label: 'On', of: ({ enabled }) => enabled, words: ({ enabled }) => (enabled ? 'on' : 'off') },
} as const satisfies Parts<TimerBody>;

export const TIMER = declared<TimerBody, Timer>({
  thing: 'timer',
  blank: BLANK_TIMER,
  rehearsed: 'open',
  bodyOf: timerBody,
  parts: PARTS,
});
export const { drafts } = TIMER;
