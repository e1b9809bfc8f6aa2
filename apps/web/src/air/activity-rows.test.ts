import { expect, test } from '@jest/globals';
import type { Activity } from '../api/index.js';
import { activityRows } from './activity-rows.js';

const entry = (minute: number, subject: string, text: string, kind: Activity['kind'] = 'ran'): Activity => ({
  id: `${String(minute)}-${subject}`,
  at: new Date(Date.UTC(2026, 10, 25, 20, minute)).toISOString(),
  kind,
  subject,
  text,
  about: null,
});

test('uses of one thing close together are one row, where the newest stands; all else stays apart', () => {
  const rows = activityRows([
    entry(30, 'siltlark', 'ran !lake'),
    entry(29, 'oxbowkid', '!lake: cooling down', 'stopped'),
    entry(28, 'pebblewren', 'ran !lake'),
    entry(27, 'siltlark', 'ran !lake'),
    entry(26, 'siltlark', 'ran !map'),
    entry(25, 'oxbowkid', '!lake: cooling down', 'stopped'),
    // Too long before the newest to be the same rush.
    entry(20, 'mossmoth', 'ran !lake'),
    entry(19, 'oxbowkid', 'ran !lake'),
    entry(18, 'Rope rules', 'fired (a timer)'),
    entry(17, 'Map night', 'fired (a timer)'),
  ]);
  expect(rows.map(({ entry: { text }, times, subjects }) => [text, times, subjects])).toEqual([
    ['ran !lake', 3, ['siltlark', 'pebblewren']],
    ['!lake: cooling down', 1, ['oxbowkid']],
    ['ran !map', 1, ['siltlark']],
    ['!lake: cooling down', 1, ['oxbowkid']],
    ['ran !lake', 2, ['mossmoth', 'oxbowkid']],
    ['fired (a timer)', 1, ['Rope rules']],
    ['fired (a timer)', 1, ['Map night']],
  ]);
});
