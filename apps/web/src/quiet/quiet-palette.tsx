import { QUIET_LEVELS } from '@gully/core/quiet';
import type { ActsProps } from '../manifest/index.js';
import { LEVELS } from './levels.js';
import { useQuiet } from './use-quiet.js';

const MINUTES = 10;

/** Keeping the bot quiet for ten minutes, and letting it speak again, from the palette. */
export function QuietPalette({ show }: ActsProps) {
  const { quiet, set } = useQuiet(() => undefined);
  if (quiet === undefined) return null;
  return [
    quiet.level !== 'off' &&
      show({
        label: 'Let the bot speak again',
        hint: 'q',
        words: ['quiet', 'lift', 'unmute'],
        run: () => {
          set.mutate({ level: 'off', minutes: null });
        },
      }),
    ...QUIET_LEVELS.map((level) =>
      show({
        label: `Quiet: ${LEVELS[level].toLowerCase()}, ${String(MINUTES)} min`,
        hint: 'q',
        words: ['mute', 'silence'],
        run: () => {
          set.mutate({ level, minutes: MINUTES });
        },
      }),
    ),
  ];
}
