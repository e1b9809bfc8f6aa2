import type { Step } from '@gully/core/routines';
import { useCallback, useLayoutEffect, useRef, useState } from 'react';

type Steps = readonly Step[];

/** Edits of one step closer together than this are one, in milliseconds. */
const TOGETHER_MS = 1_000;
const KEPT = 200;

interface History {
  readonly back: readonly Steps[];
  readonly on: readonly Steps[];
}

/** Steps as they were, for going back and on. */
export function useHistory(steps: Steps, onChange: (steps: Steps) => void) {
  const [{ back, on }, setHistory] = useState<History>({ back: [], on: [] });
  const now = useRef({ steps, onChange });
  useLayoutEffect(() => {
    now.current = { steps, onChange };
  });
  const last = useRef({ what: '', at: 0 });

  /** @param what names what is edited, so that typing in it is one edit */
  const put = useCallback((next: Steps, what = ''): void => {
    const { steps: before, onChange: change } = now.current;
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
    setHistory({ back: back.slice(0, -1), on: [...on, now.current.steps] });
    now.current.onChange(target);
  }, [back, on]);
  const redo = useCallback((): void => {
    const target = on.at(-1);
    if (target === undefined) return;
    setHistory({ back: [...back, now.current.steps], on: on.slice(0, -1) });
    now.current.onChange(target);
  }, [back, on]);
  return { put, undo, redo, canUndo: back.length > 0, canRedo: on.length > 0 };
}
