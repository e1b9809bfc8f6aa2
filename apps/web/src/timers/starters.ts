import { BLANK_TIMER, type TimerBody } from '@gully/core/timers';

interface Starter {
  readonly what: string;
  readonly body: TimerBody;
}

const starter = (name: string, what: string, more: Partial<TimerBody>): Starter => ({
  what,
  body: { ...BLANK_TIMER, name, ...more },
});

/** Timers to begin from. Each works as it is. */
export const TIMER_STARTERS: readonly Starter[] = [
  starter('Follow the lantern', 'a reminder to follow, while people talk', {
    texts: [
      'New down here? Follow the lantern and you will hear when we go below again.',
      'If the cave is to your liking, a follow keeps the lamp lit.',
    ],
    interval: 30,
    lines: 20,
    first: 10,
  }),
  starter('Rope rules', 'the rules, now and then', {
    texts: ['Rope rules: no spoilers ahead of the lamp, no selling, and mind the one below you.'],
    interval: 45,
    lines: 30,
  }),
  starter('Campfire question', 'something to talk about when chat goes quiet', {
    texts: [
      'What is the smallest light you would trust with the way home?',
      'Which sound underground would make you turn round?',
      'What would you write on the last wall you reach?',
    ],
    order: 'bag',
    interval: 20,
    lines: 3,
  }),
];
