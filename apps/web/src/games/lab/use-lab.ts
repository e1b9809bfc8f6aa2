import type { Fates, Simulated } from '@gully/core/games';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { AskedOdds, ToldOdds } from './lab.worker.js';

interface Came {
  /** what it was asked with, so that it is known to be out of date */
  readonly asked: AskedOdds;
  readonly simulated: Simulated;
  readonly fates: Fates;
  readonly ms: number;
}

export interface Lab {
  readonly came: Came | undefined;
  /** from 0 to 1 while it runs */
  readonly progress: number | undefined;
  readonly start: (asked: AskedOdds) => void;
  readonly cancel: () => void;
}

/** Simulations in a thread of their own; one at a time, which can be cancelled. */
export function useLab(): Lab {
  const worker = useRef<Worker>(undefined);
  const [came, setCame] = useState<Came>();
  const [progress, setProgress] = useState<number>();
  const cancel = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setProgress(undefined);
  }, []);
  useEffect(() => cancel, [cancel]);
  const start = useCallback(
    (asked: AskedOdds) => {
      cancel();
      const begun = new Worker(new URL('./lab.worker.ts', import.meta.url), { type: 'module' });
      worker.current = begun;
      setProgress(0);
      begun.onmessage = ({ data }: MessageEvent<ToldOdds>) => {
        if (data.kind === 'progress') setProgress(data.done);
        else {
          setCame({ ...data, asked });
          cancel();
        }
      };
      begun.onerror = cancel;
      begun.postMessage(asked);
    },
    [cancel],
  );
  return { came, progress, start, cancel };
}
