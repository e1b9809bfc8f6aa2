import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Numbers in [0, 1) that are the same for the same seed. */
export function seededNumbers(seed: number): () => number {
  const random = xoroshiro128plus(seed);
  return () => uniformFloat64(random);
}
