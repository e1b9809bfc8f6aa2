import { ASKING_ID } from '../../routines/demo/index.js';
import { BLANK_TIMER, type Timer, type TimerBody } from '@gully/core/timers';

const timer = (n: number, name: string, more: Partial<TimerBody>): Timer => ({
  ...BLANK_TIMER,
  name,
  ...more,
  id: `DEMOTIMER${String(n).padStart(17, '0')}`,
});

/** The demo's timers. */
export const DEMO_TIMERS: readonly Timer[] = [
  timer(1, 'Map night', {
    texts: [
      'Thursdays at 20:00 is map night: bring a pencil, we draw what we found.',
      'The survey so far is at maps.lanternhour.example. On Thursdays we draw on.',
    ],
    interval: 50,
    lines: 30,
    first: 20,
  }),
  timer(2, 'Rope rules', {
    texts: [
      'Rope rules: nobody ahead of the lamp, no spoilers from deeper down, and mind the one below you.',
    ],
    interval: 40,
    lines: 40,
    first: 5,
  }),
  timer(3, 'Campfire question', { does: 'routine', runs: ASKING_ID, texts: [''], interval: 18, lines: 10 }),
  timer(4, 'Follow the lantern', {
    texts: [
      'New down here? Follow the lantern, and you hear when we go below again.',
      'If the cave is to your liking, a follow keeps the lamp lit.',
      '{{ channel.name }} goes below three evenings a week. Follow the lantern to be there.',
    ],
    order: 'bag',
    interval: 25,
    lines: 25,
    jitter: 10,
  }),
  timer(5, 'Supper bell', {
    enabled: false,
    texts: ['The soup is on. Ten minutes until we climb back up for it.'],
    interval: 120,
    lines: 0,
  }),
];
