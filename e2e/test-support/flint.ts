import { NO_CURRENCY } from '@gully/core/currency';
import { expect, type World } from './world.js';

/** A channel with flint, of which these have 1,000 each. */
export async function withFlint(world: World, names: readonly string[]): Promise<void> {
  const value = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint', mark: '◆' };
  await world.put('currency', { value, version: 0 });
  for (const name of names) await world.type(name, 'evening');
  const idOf = async (name: string): Promise<string | undefined> => {
    const response = await fetch(`${world.address}/api/viewers?search=${name}`);
    return ((await response.json()) as { viewers: { id: string }[] }).viewers[0]?.id;
  };
  for (const name of names) await expect.poll(() => idOf(name)).toBeDefined();
  const viewers = await Promise.all(names.map(idOf));
  await world.post('currency/by-hand', { does: 'give', amount: 1_000, viewers, key: 'to begin with' });
}
