import { useMemo } from 'react';

/** The same object as long as what it holds is the same, so that what hangs on it is not made again. Plain data only. */
export function useStable<T extends object>(value: T): T {
  const text = JSON.stringify(value);
  return useMemo(() => JSON.parse(text) as T, [text]);
}
