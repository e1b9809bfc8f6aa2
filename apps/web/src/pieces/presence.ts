import { useEffect, useState } from 'react';

/** Milliseconds it takes to go, as the styles have it. */
export const GOING_MS = 350;

/** What is drawn while something comes, stays and goes. */
export interface Present<T> {
  readonly shown: T | null;
  /** true while it is on its way out */
  readonly going: boolean;
}

/** Keeps what is gone for as long as it takes to go. Another of the same `key` takes its place at once. */
export function usePresence<T>(now: T | null, goes: boolean): Present<T> {
  const [kept, setKept] = useState(now);
  if (now !== null && kept !== now) setKept(now);
  useEffect(() => {
    if (now !== null || kept === null) return;
    const gone = setTimeout(
      () => {
        setKept(null);
      },
      goes ? GOING_MS : 0,
    );
    return () => {
      clearTimeout(gone);
    };
  }, [now, kept, goes]);
  return { shown: now ?? kept, going: now === null && kept !== null };
}

/** What is shown for some seconds after it changed; for always where that is 0. */
export function useForAWhile<T>(data: T | null, seconds: number): T | null {
  const said = JSON.stringify(data);
  const [over, setOver] = useState<string>();
  useEffect(() => {
    if (seconds === 0) return;
    const gone = setTimeout(() => {
      setOver(said);
    }, seconds * 1_000);
    return () => {
      clearTimeout(gone);
    };
  }, [said, seconds]);
  return seconds > 0 && over === said ? null : data;
}
