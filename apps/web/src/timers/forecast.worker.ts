import { chanceFrom } from '@gully/core/random';
import { forecast, type Forecast, type ForecastOf } from '@gully/core/timers';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** What a page asks; the number comes back with the answer. */
export interface AskedForecast extends Omit<ForecastOf, 'chance'> {
  readonly number: number;
}
export interface Answered {
  readonly number: number;
  readonly forecast: Forecast;
  /** milliseconds it took */
  readonly took: number;
}

/** Chance is the same each time, so that the picture stands still while one looks at it. */
const SEED = 2047;

self.onmessage = ({ data: { number, ...of } }: MessageEvent<AskedForecast>) => {
  const started = performance.now();
  const generator = xoroshiro128plus(SEED);
  const answer: Answered = {
    number,
    forecast: forecast({ ...of, chance: chanceFrom(() => uniformFloat64(generator)) }),
    took: performance.now() - started,
  };
  self.postMessage(answer);
};
