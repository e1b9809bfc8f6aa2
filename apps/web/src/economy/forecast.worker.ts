import {
  forecastCirculation,
  type CurrencySettings,
  type Forecast,
  type Mix,
  type PastStream,
} from '@gully/core/currency';
import { chanceFrom } from '@gully/core/random';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** What a page asks. */
export interface AskedEconomy {
  readonly settings: CurrencySettings;
  readonly circulating: number;
  readonly past: readonly PastStream[];
  readonly mix: Mix;
  readonly streams: number;
  readonly runs: number;
}

/** Chance is the same each time, so that the picture stands still while one looks at it. */
const SEED = 2047;

self.onmessage = ({ data }: MessageEvent<AskedEconomy>) => {
  const generator = xoroshiro128plus(SEED);
  const forecast: Forecast = forecastCirculation({
    ...data,
    chance: chanceFrom(() => uniformFloat64(generator)),
  });
  self.postMessage(forecast);
};
