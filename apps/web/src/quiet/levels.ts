import type { QuietLevel } from '@gully/core/quiet';

export const LEVELS: Readonly<Record<QuietLevel, string>> = {
  moderators: 'Answer moderators only',
  timers: 'Hold all timers',
  all: 'Nothing at all',
};
