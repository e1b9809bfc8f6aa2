import type { Forecast } from '@gully/core/timers';
import { useEffect, useRef, useState } from 'react';
import { useStable } from '../ui/index.js';
import type { Answered, AskedForecast } from './forecast.worker.js';

/** A forecast made in a worker, again whenever what it is made of changes; the last one stays until then. */
export function useForecast(of: Omit<AskedForecast, 'number'> | undefined): Forecast | undefined {
  const worker = useRef<Worker>(undefined);
  const number = useRef(0);
  const [forecast, setForecast] = useState<Forecast>();
  const stable = useStable({ of });
  useEffect(() => {
    const made = new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data }: MessageEvent<Answered>) => {
      // An older one that was overtaken is of no use.
      if (data.number === number.current) setForecast(data.forecast);
    };
    worker.current = made;
    return () => {
      made.terminate();
      worker.current = undefined;
    };
  }, []);
  useEffect(() => {
    if (stable.of === undefined) return;
    number.current += 1;
    worker.current?.postMessage({ ...stable.of, number: number.current } satisfies AskedForecast);
  }, [stable]);
  return forecast;
}
