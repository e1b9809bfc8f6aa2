import type { Forecast } from '@gully/core/currency';
import { useEffect, useState } from 'react';
import { useStable } from '../ui/index.js';
import type { AskedEconomy } from './forecast.worker.js';

/** The forecast, made in a thread of its own; undefined until it is there. */
export function useForecast(asked: AskedEconomy | undefined): Forecast | undefined {
  const [forecast, setForecast] = useState<Forecast>();
  const stable = useStable({ asked });
  useEffect(() => {
    if (stable.asked === undefined) return undefined;
    const worker = new Worker(new URL('./forecast.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<Forecast>) => {
      setForecast(data);
    };
    worker.postMessage(stable.asked);
    // What was asked before is of no use any more.
    return () => {
      worker.terminate();
    };
  }, [stable]);
  return forecast;
}
