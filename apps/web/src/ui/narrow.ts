import { useSyncExternalStore } from 'react';

const narrow = window.matchMedia('(max-width: 899px)');

/** True on a phone beside the keyboard, where index and dock are sheets. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    (listener) => {
      narrow.addEventListener('change', listener);
      return () => {
        narrow.removeEventListener('change', listener);
      };
    },
    () => narrow.matches,
  );
}
