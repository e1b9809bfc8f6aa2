import { useCallback, useLayoutEffect, useRef, useState } from 'react';

/** Edits of one thing closer together than this are one, in milliseconds. */
const TOGETHER_MS = 1_000;
const KEPT = 200;

interface History<T> {
  readonly back: readonly T[];
  readonly on: readonly T[];
}

/** What is edited as it was, for going back and on. */
export function useHistory<T>(value: T, onChange: (value: T) => void) {
  const [{ back, on }, setHistory] = useState<History<T>>({ back: [], on: [] });
  const now = useRef({ value, onChange });
  useLayoutEffect(() => {
    now.current = { value, onChange };
  });
  const last = useRef({ what: '', at: 0 });

  /** @param what names what is edited, so that typing in it is one edit */
  const put = useCallback((next: T, what = ''): void => {
    const { value: before, onChange: change } = now.current;
    if (next === before) return;
    const joins = what !== '' && last.current.what === what && Date.now() - last.current.at < TOGETHER_MS;
    last.current = { what, at: Date.now() };
    if (!joins) setHistory((history) => ({ back: [...history.back, before].slice(-KEPT), on: [] }));
    change(next);
  }, []);
  const undo = useCallback((): void => {
    const target = back.at(-1);
    if (target === undefined) return;
    last.current = { what: '', at: 0 };
    setHistory({ back: back.slice(0, -1), on: [...on, now.current.value] });
    now.current.onChange(target);
  }, [back, on]);
  const redo = useCallback((): void => {
    const target = on.at(-1);
    if (target === undefined) return;
    setHistory({ back: [...back, now.current.value], on: on.slice(0, -1) });
    now.current.onChange(target);
  }, [back, on]);
  return { put, undo, redo, canUndo: back.length > 0, canRedo: on.length > 0 };
}
